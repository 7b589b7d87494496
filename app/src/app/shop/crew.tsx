import { CrewScreen } from '@/features/shop/CrewScreen';

export default function CrewScreenRoute() {
  return <CrewScreen />;
}
