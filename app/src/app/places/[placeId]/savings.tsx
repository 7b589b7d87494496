import { SavingsScreen } from '@/features/savings/SavingsScreen';

export default function SavingsRoute() {
  return <SavingsScreen />;
}
