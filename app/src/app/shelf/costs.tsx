import { CostsScreen } from '@/features/shelf/CostsScreen';

export default function CostsRoute() {
  return <CostsScreen />;
}
