import { Only } from '@/features/people/Only';
import { MergePlace } from '@/features/places/MergePlace';

export default function MergePlaceRoute() {
  return (
    <Only power="records">
      <MergePlace />
    </Only>
  );
}
