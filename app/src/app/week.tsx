import { WeekScreen } from '@/features/week/WeekScreen';

export default function WeekRoute() {
  return <WeekScreen />;
}
