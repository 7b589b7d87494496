import { judgementOf, type Judgement } from '@elm-mist/core';
import { useMemo } from 'react';
import { useVisit } from '@/data';

/** What the readings of the open visit say; reckoned anew only when an entry changes it. */
export function useJudgement(): Judgement {
  const { state, coils, detail } = useVisit();
  const { system, place } = detail;
  return useMemo(
    () => judgementOf(state, coils, { refrigerant: system.refrigerant, btuh: system.btuh, altitudeM: place.altitudeM }),
    [state, coils, system, place],
  );
}
