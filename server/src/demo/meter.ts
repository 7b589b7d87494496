import type { MeterRecord } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import { madeUpMeter, type CoilsAt, type MadeUpMeter } from '../standins/meter';
import { DEMO_DIARY, type DiaryVisit } from './diary';
import { DEMO_PLACES, DEMO_SYSTEMS } from './shop';

/** The one place of the demo whose meter is known. */
const SYSTEM_ID = 'harrow-roof';

const gradesOf = (visit: DiaryVisit, when: 'before' | 'after'): CoilsAt => {
  const of = (side: 'out' | 'in') => Math.max(0, ...(visit.coils.find((coil) => coil.side === side)?.[when] ?? []));
  return { outdoor: of('out'), indoor: of('in') };
};

interface DemoMeter extends Pick<MadeUpMeter, 'savedOn'> {
  placeId: string;
  washedOn: string;
  record: MeterRecord;
}

/**
 * A made-up meter of one place of the demo, about its last wash, so that the page of savings has something to find.
 * @param today of the demo, ISO
 */
export function demoMeter(today: string): DemoMeter | null {
  const visit = DEMO_DIARY.find((row) => row.systemId === SYSTEM_ID && row.stage === 'closed');
  const system = DEMO_SYSTEMS.find(({ id }) => id === SYSTEM_ID);
  const place = DEMO_PLACES.find(({ id }) => id === system?.placeId);
  if (!visit || !system || !place) return null;
  const washedOn = dayLater(today, -visit.daysBack);
  const { rows, savedOn } = madeUpMeter({
    btuh: system.btuh,
    latitudeDeg: place.latitudeDeg,
    washedOn,
    found: gradesOf(visit, 'before'),
    left: gradesOf(visit, 'after'),
    until: today,
  });
  const at = `${today}T12:00:00.000Z`;
  return {
    placeId: place.id,
    washedOn,
    savedOn,
    record: { file: 'Made-up meter of the demo', step: 'days', rows, shares: null, notes: [], changes: '', at },
  };
}
