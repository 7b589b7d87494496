import { SecondScreen } from '@/features/people/SecondScreen';

export default function SecondRoute() {
  return <SecondScreen />;
}
