import { PinScreen } from '@/features/people/PinScreen';

export default function PinRoute() {
  return <PinScreen />;
}
