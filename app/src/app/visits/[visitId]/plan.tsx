import { PlanScreen } from '@/features/plan/PlanScreen';

export default function PlanRoute() {
  return <PlanScreen />;
}
