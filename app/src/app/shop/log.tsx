import { LogScreen } from '@/features/shop/LogScreen';

export default function LogRoute() {
  return <LogScreen />;
}
