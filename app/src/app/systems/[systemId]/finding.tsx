import { SystemFinding } from '@/features/findings/SystemFinding';

export default function SystemFindingRoute() {
  return <SystemFinding />;
}
