import { DueScreen } from '@/features/due/DueScreen';

export default function DueRoute() {
  return <DueScreen />;
}
