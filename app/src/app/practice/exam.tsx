import { ExamScreen } from '@/features/practice/ExamScreen';

export default function ExamRoute() {
  return <ExamScreen />;
}
