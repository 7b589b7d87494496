import { Only } from '@/features/people/Only';
import { PastImport } from '@/features/places/PastImport';

export default function PastImportRoute() {
  return (
    <Only power="records">
      <PastImport />
    </Only>
  );
}
