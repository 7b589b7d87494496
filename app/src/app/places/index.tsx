import { PlaceList } from '@/features/places/PlaceList';
import { Empty, Screen, ScreenHead, useWide } from '@/ui';

export default function PlacesRoute() {
  if (!useWide()) return <PlaceList />;
  return (
    <Screen head={<ScreenHead title="System" />}>
      <Empty title="Pick a system at the left">Its coils, what was found and done, and when it is due stand here.</Empty>
    </Screen>
  );
}
