import { Only } from '@/features/people/Only';
import { LogScreen } from '@/features/shop/LogScreen';

export default function LogRoute() {
  return (
    <Only power="records">
      <LogScreen />
    </Only>
  );
}
