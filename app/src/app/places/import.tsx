import { Only } from '@/features/people/Only';
import { PlacesImport } from '@/features/places/PlacesImport';

export default function PlacesImportRoute() {
  return (
    <Only power="records">
      <PlacesImport />
    </Only>
  );
}
