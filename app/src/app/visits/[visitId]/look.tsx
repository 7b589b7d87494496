import { LookBead } from '@/features/look/LookBead';

export default function LookBeadRoute() {
  return <LookBead />;
}
