import { PlacesImport } from '@/features/places/PlacesImport';

export default function PlacesImportRoute() {
  return <PlacesImport />;
}
