import { ApplicatorForm } from '@/features/shelf/ApplicatorForm';

export default function NewApplicatorRoute() {
  return <ApplicatorForm />;
}
