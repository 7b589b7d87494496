import { OpenScreen } from '@/features/open/OpenScreen';

export default function OpenRoute() {
  return <OpenScreen />;
}
