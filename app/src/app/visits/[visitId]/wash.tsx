import { WashScreen } from '@/features/wash/WashScreen';

export default function WashRoute() {
  return <WashScreen />;
}
