import { NewPlace } from '@/features/places/NewPlace';

export default function NewPlaceRoute() {
  return <NewPlace />;
}
