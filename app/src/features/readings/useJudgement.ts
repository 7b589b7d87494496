import { judgementOf, type Judgement } from '@elm-mist/core/judgement';
import { useMemo } from 'react';
import { useVisit } from '@/data';

/** What the readings of the open visit say; reckoned anew only when an entry changes it. */
export function useJudgement(): Judgement {
  const { state, coils, detail } = useVisit();
  const { system, place } = detail;
  return useMemo(() => {
    const { refrigerant, btuh, configuration } = system;
    return judgementOf(state, coils, { refrigerant, btuh, configuration, altitudeM: place.altitudeM });
  }, [state, coils, system, place]);
}
