import type { MeterRecord } from '@elm-mist/contract';
import { dayLater, normals, OPEN_BY_GRADE, solveCycle, SOUND, uniforms, type CycleInput } from '@elm-mist/core';
import { simulatedDay } from '../standins/weather';
import { DEMO_DIARY, type DiaryVisit } from './diary';
import { DEMO_PLACES, DEMO_SHOP, DEMO_SYSTEMS } from './shop';

/** The one place of the demo whose meter is known. */
const SYSTEM_ID = 'harrow-roof';
/** Days told on either side of its wash. */
const DAYS_BEFORE = 365;
/** What the house takes without cooling, kWh a day; outdoors above which it cools, °C, and where it runs all day. */
const HOUSE = { baseKWh: 21, fromC: 16, fullC: 39 };
/** Of a day's use, what no weather explains, kWh. */
const NOISE_KWH = 2.4;
const SEED = 300;

const worst = (grades: readonly number[]): number => OPEN_BY_GRADE[Math.max(0, ...grades)] ?? 1;
const openOf = (visit: DiaryVisit, when: 'before' | 'after') => {
  const of = (side: 'out' | 'in') => worst(visit.coils.find((coil) => coil.side === side)?.[when] ?? []);
  return { outdoorOpen: of('out'), indoorOpen: of('in') };
};

/** Watts over capacity of the machine by outdoor air, straight between the temperatures that the model is solved at. */
function wattsPerWatt(tons: number, condition: Partial<CycleInput['condition']>): (outdoorC: number) => number {
  const at = [16, 22, 28, 34, 40].map((outdoorC) => {
    const state = solveCycle({
      refrigerant: 'R-410A',
      metering: 'valve',
      tons,
      outdoorC,
      outdoorWetBulbC: 16,
      mist: 0,
      returnC: 24.5,
      returnWetBulbC: 17.2,
      pressureKPa: 92,
      condition: { ...SOUND, ...condition },
    });
    return [outdoorC, state.totalW / (state.capacityKW * 1000)] as const;
  });
  return (outdoorC) => {
    const above = Math.max(1, at.findIndex(([c]) => c >= outdoorC) === -1 ? at.length - 1 : at.findIndex(([c]) => c >= outdoorC));
    const [[c0, w0], [c1, w1]] = [at[above - 1] ?? [16, 0], at[above] ?? [40, 0]];
    return w0 + ((w1 - w0) * (Math.min(40, Math.max(16, outdoorC)) - c0)) / (c1 - c0);
  };
}

interface DemoMeter {
  placeId: string;
  washedOn: string;
  record: MeterRecord;
  /** What the wash saves in truth on days of such air, kWh. */
  savedOn: (meanC: number) => number;
}

/**
 * A made-up meter of one place of the demo: its house in the simulated weather, its machine by the system model, with the coils as they were
 * found before its wash and as they were left after it. What the wash saved in it is known, so that the page of savings has something to find.
 * @param today of the demo, ISO
 */
export function demoMeter(today: string): DemoMeter | null {
  const visit = DEMO_DIARY.find((row) => row.systemId === SYSTEM_ID && row.stage === 'closed');
  const system = DEMO_SYSTEMS.find(({ id }) => id === SYSTEM_ID);
  const place = DEMO_PLACES.find(({ id }) => id === system?.placeId);
  if (!visit || !system || !place) return null;
  const tons = system.btuh / 12_000;
  const [dirty, clean] = [wattsPerWatt(tons, openOf(visit, 'before')), wattsPerWatt(tons, openOf(visit, 'after'))];
  const capacityKw = (system.btuh * 0.29307107) / 1000;
  const cooling = (meanC: number, use: (outdoorC: number) => number): number =>
    24 * Math.min(1, Math.max(0, (meanC - HOUSE.fromC) / (HOUSE.fullC - HOUSE.fromC))) * capacityKw * use(meanC);
  const normal = normals(uniforms(SEED));
  const washed = dayLater(today, -visit.daysBack);
  const rows: MeterRecord['rows'] = [];
  for (let day = dayLater(washed, -DAYS_BEFORE); day < today; day = dayLater(day, 1)) {
    const hours = simulatedDay(day, DEMO_SHOP.zone, place.latitudeDeg);
    const meanC = hours.reduce((sum, hour) => sum + hour.dryBulbC, 0) / hours.length;
    const kWh = HOUSE.baseKWh + cooling(meanC, day < washed ? dirty : clean) + NOISE_KWH * normal();
    rows.push({ day, days: 1, kWh: Number(Math.max(0, kWh).toFixed(2)) });
  }
  return {
    placeId: place.id,
    washedOn: washed,
    savedOn: (meanC) => cooling(meanC, dirty) - cooling(meanC, clean),
    record: { file: 'Made-up meter of the demo', step: 'days', rows, shares: null, notes: [], changes: '', at: `${today}T12:00:00.000Z` },
  };
}
