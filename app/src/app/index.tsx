import { DayDetail } from '@/features/today/DayDetail';
import { DayList } from '@/features/today/DayList';
import { useWide } from '@/ui';

export default function TodayRoute() {
  return useWide() ? <DayDetail /> : <DayList />;
}
