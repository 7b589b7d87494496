import { OwnerWordsScreen } from '@/features/shop/OwnerWordsScreen';

export default function WordsRoute() {
  return <OwnerWordsScreen />;
}
