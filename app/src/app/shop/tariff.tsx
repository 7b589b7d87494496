import { Only } from '@/features/people/Only';
import { TariffScreen } from '@/features/shop/TariffScreen';

export default function TariffRoute() {
  return (
    <Only power="money">
      <TariffScreen />
    </Only>
  );
}
