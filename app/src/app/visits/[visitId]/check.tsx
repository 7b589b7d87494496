import { CheckBead } from '@/features/check/CheckBead';

export default function CheckBeadRoute() {
  return <CheckBead />;
}
