import { DrillScreen } from '@/features/practice/DrillScreen';

export default function DrillRoute() {
  return <DrillScreen />;
}
