import { TariffScreen } from '@/features/shop/TariffScreen';

export default function TariffRoute() {
  return <TariffScreen />;
}
