import { ReportWaysScreen } from '@/features/report/ReportWaysScreen';

export default function ReportWaysRoute() {
  return <ReportWaysScreen />;
}
