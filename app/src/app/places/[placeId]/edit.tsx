import { EditPlace } from '@/features/places/PlacePage';

export default function EditPlaceRoute() {
  return <EditPlace />;
}
