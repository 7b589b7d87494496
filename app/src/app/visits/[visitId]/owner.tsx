import { OwnersCardScreen } from '@/features/report/OwnersCardScreen';

export default function OwnersCardRoute() {
  return <OwnersCardScreen />;
}
