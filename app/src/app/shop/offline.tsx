import { OfflinePage } from '@/features/more/OfflinePage';

export default function OfflineRoute() {
  return <OfflinePage />;
}
