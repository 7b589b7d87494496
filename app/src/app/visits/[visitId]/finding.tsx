import { FindingScreen } from '@/features/findings/FindingScreen';

export default function FindingRoute() {
  return <FindingScreen />;
}
