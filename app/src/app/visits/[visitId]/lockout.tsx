import { LockoutScreen } from '@/features/wash/LockoutScreen';

export default function LockoutRoute() {
  return <LockoutScreen />;
}
