import { FirstStart } from '@/features/shop/FirstStart';

export default function FirstStartRoute() {
  return <FirstStart />;
}
