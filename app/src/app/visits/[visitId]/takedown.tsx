import { TakedownScreen } from '@/features/takedown/TakedownScreen';

export default function TakedownRoute() {
  return <TakedownScreen />;
}
