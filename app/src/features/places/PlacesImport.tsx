import { PLACE_NAMES, PLACE_TABLE } from '@elm-mist/core/formats';
import { TableImport } from './TableImport';

/** Customers, places and systems from a table. */
export function PlacesImport() {
  return (
    <TableImport
      what="import"
      title="Bring a table in"
      under="Customers, places and systems"
      words="One row for each system; a place with several has several rows. What is there already, by its names, is left as it is."
      table={PLACE_TABLE}
      names={PLACE_NAMES}
    />
  );
}
