import { QuoteScreen } from '@/features/price/QuoteScreen';

export default function QuoteRoute() {
  return <QuoteScreen />;
}
