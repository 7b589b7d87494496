import { CheckScreen } from '@/features/check/CheckScreen';

export default function CheckRoute() {
  return <CheckScreen />;
}
