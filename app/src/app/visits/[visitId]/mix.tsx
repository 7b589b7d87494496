import { MixScreen } from '@/features/mix/MixScreen';

export default function MixRoute() {
  return <MixScreen />;
}
