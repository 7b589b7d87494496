import { Only } from '@/features/people/Only';
import { PriceBookScreen } from '@/features/price/PriceBookScreen';

export default function PricesRoute() {
  return (
    <Only power="money">
      <PriceBookScreen />
    </Only>
  );
}
