import { EditSystem } from '@/features/places/SystemForm';

export default function EditSystemRoute() {
  return <EditSystem />;
}
