import { UnitLabelScreen } from '@/features/labels/UnitLabelScreen';

export default function UnitLabelRoute() {
  return <UnitLabelScreen />;
}
