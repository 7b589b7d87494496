import { BenchScreen } from '@/features/bench/BenchScreen';

export default function BenchScreenRoute() {
  return <BenchScreen />;
}
