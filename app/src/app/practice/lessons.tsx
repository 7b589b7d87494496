import { LessonsScreen } from '@/features/practice/LessonsScreen';

export default function LessonsRoute() {
  return <LessonsScreen />;
}
