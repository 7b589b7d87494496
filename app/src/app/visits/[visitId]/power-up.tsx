import { PowerUpScreen } from '@/features/powerup/PowerUpScreen';

export default function PowerUpRoute() {
  return <PowerUpScreen />;
}
