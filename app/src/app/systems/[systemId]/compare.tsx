import { CompareSets } from '@/features/places/CompareSets';

export default function CompareRoute() {
  return <CompareSets />;
}
