import { NewSystem } from '@/features/places/NewSystem';

export default function NewSystemRoute() {
  return <NewSystem />;
}
