import { PracticeVisitScreen } from '@/features/practice/PracticeVisitScreen';

export default function PracticeVisitRoute() {
  return <PracticeVisitScreen />;
}
