import { Only } from '@/features/people/Only';
import { FeedScreen } from '@/features/shop/FeedScreen';

export default function FeedRoute() {
  return (
    <Only power="people">
      <FeedScreen />
    </Only>
  );
}
