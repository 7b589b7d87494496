import { CloseBead } from '@/features/close/CloseBead';

export default function CloseBeadRoute() {
  return <CloseBead />;
}
