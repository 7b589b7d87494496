import { RunSheetScreen } from '@/features/runsheet/RunSheetScreen';

export default function RunSheetRoute() {
  return <RunSheetScreen />;
}
