import { CloseScreen } from '@/features/close/CloseScreen';

export default function CloseRoute() {
  return <CloseScreen />;
}
