import { MergePlace } from '@/features/places/MergePlace';

export default function MergePlaceRoute() {
  return <MergePlace />;
}
