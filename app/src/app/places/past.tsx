import { PastImport } from '@/features/places/PastImport';

export default function PastImportRoute() {
  return <PastImport />;
}
