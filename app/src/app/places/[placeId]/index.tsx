import { PlacePage } from '@/features/places/PlacePage';

export default function PlacePageRoute() {
  return <PlacePage />;
}
