import { PlanBead } from '@/features/plan/PlanBead';

export default function PlanBeadRoute() {
  return <PlanBead />;
}
