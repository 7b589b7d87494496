import { UpkeepScreen } from '@/features/shop/UpkeepScreen';

export default function UpkeepRoute() {
  return <UpkeepScreen />;
}
