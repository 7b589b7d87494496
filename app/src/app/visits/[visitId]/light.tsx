import { LightScreen } from '@/features/light/LightScreen';

export default function LightRoute() {
  return <LightScreen />;
}
