import { closingOf } from '@elm-mist/core/closing';
import { useMemo } from 'react';
import { sharedNow, shopZone, useVisit } from '@/data';

/** What is due after the open visit, as of its closing or of today. */
export function useClosing() {
  const { state, allCoils, detail, house } = useVisit();
  const { system, place, known } = detail;
  const { longestWait } = house;
  const zone = shopZone();
  const today = Math.floor(sharedNow() / 60_000) * 60_000;
  return useMemo(
    () => closingOf(state, { coils: allCoils, system, place, known, longestWait, zone }, today),
    [state, allCoils, system, place, known, longestWait, zone, today],
  );
}
