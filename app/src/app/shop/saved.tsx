import { SavedScreen } from '@/features/shop/SavedScreen';

export default function SavedRoute() {
  return <SavedScreen />;
}
