import { CleanerForm } from '@/features/shelf/CleanerForm';

export default function EditCleanerRoute() {
  return <CleanerForm />;
}
