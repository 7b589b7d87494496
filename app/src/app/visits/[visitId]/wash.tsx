import { WashBead } from '@/features/wash/WashBead';

export default function WashBeadRoute() {
  return <WashBead />;
}
