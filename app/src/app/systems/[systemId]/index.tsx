import { SystemPage } from '@/features/places/SystemPage';

export default function SystemPageRoute() {
  return <SystemPage />;
}
