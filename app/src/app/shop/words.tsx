import { Only } from '@/features/people/Only';
import { OwnerWordsScreen } from '@/features/shop/OwnerWordsScreen';

export default function WordsRoute() {
  return (
    <Only power="rules">
      <OwnerWordsScreen />
    </Only>
  );
}
