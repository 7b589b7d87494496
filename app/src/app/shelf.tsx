import { ShelfScreen } from '@/features/shelf/ShelfScreen';

export default function ShelfScreenRoute() {
  return <ShelfScreen />;
}
