import { FeedScreen } from '@/features/shop/FeedScreen';

export default function FeedRoute() {
  return <FeedScreen />;
}
