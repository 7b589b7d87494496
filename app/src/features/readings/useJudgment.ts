import { judgmentOf, type Judgment } from '@elm-mist/core/judgment';
import { useMemo } from 'react';
import { useVisit } from '@/data';

/** What the readings of the open visit say; reckoned again only when an entry changes it. */
export function useJudgment(): Judgment {
  const { state, coils, detail } = useVisit();
  const { system, place } = detail;
  return useMemo(() => {
    const { refrigerant, btuh, configuration } = system;
    return judgmentOf(state, coils, { refrigerant, btuh, configuration, altitudeM: place.altitudeM });
  }, [state, coils, system, place]);
}
