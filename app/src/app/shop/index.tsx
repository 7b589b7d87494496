import { Only } from '@/features/people/Only';
import { ShopScreen } from '@/features/shop/ShopScreen';

export default function ShopScreenRoute() {
  return (
    <Only power="people">
      <ShopScreen />
    </Only>
  );
}
