import { Only } from '@/features/people/Only';
import { UpkeepScreen } from '@/features/shop/UpkeepScreen';

export default function UpkeepRoute() {
  return (
    <Only power="upkeep">
      <UpkeepScreen />
    </Only>
  );
}
