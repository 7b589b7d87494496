import { PauseScreen } from '@/features/pause/PauseScreen';

export default function PauseRoute() {
  return <PauseScreen />;
}
