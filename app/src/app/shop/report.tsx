import { Only } from '@/features/people/Only';
import { ReportWaysScreen } from '@/features/report/ReportWaysScreen';

export default function ReportWaysRoute() {
  return (
    <Only power="rules">
      <ReportWaysScreen />
    </Only>
  );
}
