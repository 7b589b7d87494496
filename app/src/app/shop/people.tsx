import { Only } from '@/features/people/Only';
import { PeopleScreen } from '@/features/people/PeopleScreen';

export default function PeopleRoute() {
  return (
    <Only power="people">
      <PeopleScreen />
    </Only>
  );
}
