import { VisitStart } from '@/features/visit/VisitStart';

export default function VisitStartRoute() {
  return <VisitStart />;
}
