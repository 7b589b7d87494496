import { PracticeScreen } from '@/features/practice/PracticeScreen';

export default function PracticeRoute() {
  return <PracticeScreen />;
}
