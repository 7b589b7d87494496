import { CleanerPage } from '@/features/shelf/CleanerPage';

export default function CleanerRoute() {
  return <CleanerPage />;
}
