import { ReportScreen } from '@/features/report/ReportScreen';

export default function ReportRoute() {
  return <ReportScreen />;
}
