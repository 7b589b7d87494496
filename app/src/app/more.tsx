import { MoreScreen } from '@/features/more/MoreScreen';

export default function MoreScreenRoute() {
  return <MoreScreen />;
}
