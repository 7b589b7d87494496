import { CoilForm } from '@/features/places/CoilForm';

export default function CoilFormRoute() {
  return <CoilForm />;
}
