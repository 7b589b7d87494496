import { PriceBookScreen } from '@/features/price/PriceBookScreen';

export default function PricesRoute() {
  return <PriceBookScreen />;
}
