import { Only } from '@/features/people/Only';
import { CrewScreen } from '@/features/shop/CrewScreen';

export default function CrewScreenRoute() {
  return (
    <Only power="people">
      <CrewScreen />
    </Only>
  );
}
