import { MixBead } from '@/features/mix/MixBead';

export default function MixBeadRoute() {
  return <MixBead />;
}
