import { PAST_NAMES, PAST_TABLE } from '@elm-mist/core/formats';
import { TableImport } from './TableImport';

/** Washes from before the shop had this program. */
export function PastImport() {
  return (
    <TableImport
      what="past"
      title="Bring older records in"
      under="Washes from before: dates, grades, products"
      words="One row for each coil and day, at places that are here already. They become closed visits that say where they come from; trends, due dates and the washes counted since a coil was opened read them."
      table={PAST_TABLE}
      names={PAST_NAMES}
    />
  );
}
