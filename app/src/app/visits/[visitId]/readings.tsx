import { ReadingsScreen } from '@/features/readings/ReadingsScreen';

export default function ReadingsRoute() {
  return <ReadingsScreen />;
}
