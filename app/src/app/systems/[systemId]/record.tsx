import { RecordScreen } from '@/features/record/RecordScreen';

export default function RecordRoute() {
  return <RecordScreen />;
}
