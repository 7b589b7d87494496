import { NewVisit } from '@/features/places/NewVisit';

export default function NewVisitRoute() {
  return <NewVisit />;
}
