import { ShelfList } from '@/features/shelf/ShelfList';
import { Empty, Screen, ScreenHead, useWide } from '@/ui';

export default function ShelfRoute() {
  if (!useWide()) return <ShelfList />;
  return (
    <Screen head={<ScreenHead title="Cleaner" />}>
      <Empty title="Pick a cleaner at the left">Its label, its safety sheet, what is in stock and where it went stand here.</Empty>
    </Screen>
  );
}
