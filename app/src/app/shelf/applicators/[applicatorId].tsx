import { ApplicatorForm } from '@/features/shelf/ApplicatorForm';

export default function ApplicatorRoute() {
  return <ApplicatorForm />;
}
