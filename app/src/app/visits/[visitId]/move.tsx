import { MoveVisit } from '@/features/visit/MoveVisit';

export default function MoveRoute() {
  return <MoveVisit />;
}
