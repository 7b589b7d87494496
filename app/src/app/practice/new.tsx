import { Only } from '@/features/people/Only';
import { NewCoilScreen } from '@/features/practice/NewCoilScreen';

export default function NewCoilRoute() {
  return (
    <Only power="plan">
      <NewCoilScreen />
    </Only>
  );
}
