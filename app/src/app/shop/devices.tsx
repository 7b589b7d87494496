import { DevicesScreen } from '@/features/people/DevicesScreen';

export default function DevicesRoute() {
  return <DevicesScreen />;
}
