import { Only } from '@/features/people/Only';
import { CostsScreen } from '@/features/shelf/CostsScreen';

export default function CostsRoute() {
  return (
    <Only power="costs">
      <CostsScreen />
    </Only>
  );
}
