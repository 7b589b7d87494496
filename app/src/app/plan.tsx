import { DayPlanScreen } from '@/features/dayplan/DayPlanScreen';

export default function PlanRoute() {
  return <DayPlanScreen />;
}
