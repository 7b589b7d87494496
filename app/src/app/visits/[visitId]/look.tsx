import { LookScreen } from '@/features/look/LookScreen';

export default function LookRoute() {
  return <LookScreen />;
}
