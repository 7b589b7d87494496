import { Only } from '@/features/people/Only';
import { FirstStart } from '@/features/shop/FirstStart';

export default function FirstStartRoute() {
  return (
    <Only power="people">
      <FirstStart />
    </Only>
  );
}
