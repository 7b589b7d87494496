import { CleanerForm } from '@/features/shelf/CleanerForm';

export default function NewCleanerRoute() {
  return <CleanerForm />;
}
