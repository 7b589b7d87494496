import { RinseScreen } from '@/features/practice/RinseScreen';

export default function RinseRoute() {
  return <RinseScreen />;
}
