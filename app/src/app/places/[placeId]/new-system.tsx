import { NewSystem } from '@/features/places/SystemForm';

export default function NewSystemRoute() {
  return <NewSystem />;
}
