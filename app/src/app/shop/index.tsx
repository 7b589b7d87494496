import { ShopScreen } from '@/features/shop/ShopScreen';

export default function ShopScreenRoute() {
  return <ShopScreen />;
}
