import { BottleLabelScreen } from '@/features/labels/BottleLabelScreen';

export default function BottleLabelRoute() {
  return <BottleLabelScreen />;
}
