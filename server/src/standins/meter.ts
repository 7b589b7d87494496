import { dayLater } from '@elm-mist/core/clock';
import { OPEN_BY_GRADE, solveCycle, SOUND, type CycleInput } from '@elm-mist/core/cycle';
import { normals, uniforms } from '@elm-mist/core/random';
import { simulatedMeanC } from './weather';

/** Days told before the wash. */
const DAYS_BEFORE = 365;
/** What the house takes without cooling, kWh a day; outdoors above which it cools, °C, and where it runs all day. */
const HOUSE = { baseKWh: 21, fromC: 16, fullC: 39 };
/** Of a day's use, what no weather explains, kWh. */
const NOISE_KWH = 2.4;
const SEED = 300;
const KW_PER_BTUH = 0.00029307107;

/** Worst grades of both coils of a system at one time; null for one that nobody graded. */
export interface CoilsAt {
  outdoor: number | null;
  indoor: number | null;
}

/** What a made-up meter stands at. */
export interface MadeUpHouse {
  btuh: number;
  latitudeDeg: number;
  /** ISO day; its coils as they were found on it, and as they were left. */
  washedOn: string;
  found: CoilsAt;
  left: CoilsAt;
  /** ISO day of the first day that is not told any more. */
  until: string;
}

/** A made-up meter whose truth is known. */
export interface MadeUpMeter {
  rows: { day: string; days: 1; kWh: number }[];
  /** What the wash saves in truth on a day of such air, kWh. */
  savedOn: (meanC: number) => number;
}

const openAt = (grade: number | null): number => OPEN_BY_GRADE[grade ?? 0] ?? 1;

/** Watts over capacity of the machine by outdoor air, straight between the temperatures that the model is solved at. */
function wattsPerWatt(tons: number, { outdoor, indoor }: CoilsAt): (outdoorC: number) => number {
  const condition: CycleInput['condition'] = { ...SOUND, outdoorOpen: openAt(outdoor), indoorOpen: openAt(indoor) };
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
      condition,
    });
    return [outdoorC, state.totalW / (state.capacityKW * 1000)] as const;
  });
  return (outdoorC) => {
    const above = Math.max(1, at.findIndex(([c]) => c >= outdoorC) === -1 ? at.length - 1 : at.findIndex(([c]) => c >= outdoorC));
    const [[c0, w0], [c1, w1]] = [at[above - 1] ?? [16, 0], at[above] ?? [40, 0]];
    return w0 + ((w1 - w0) * (Math.min(40, Math.max(16, outdoorC)) - c0)) / (c1 - c0);
  };
}

/**
 * A stand-in for an owner's meter: a house in the simulated weather, its machine by the system model, with the coils as they were found before a wash and
 * as they were left after it. Seeded, and what the wash saved in it is known. Named as made up wherever it is shown.
 */
export function madeUpMeter({ btuh, latitudeDeg, washedOn, found, left, until }: MadeUpHouse): MadeUpMeter {
  const [dirty, clean] = [wattsPerWatt(btuh / 12_000, found), wattsPerWatt(btuh / 12_000, left)];
  const cooling = (meanC: number, use: (outdoorC: number) => number): number =>
    24 * Math.min(1, Math.max(0, (meanC - HOUSE.fromC) / (HOUSE.fullC - HOUSE.fromC))) * btuh * KW_PER_BTUH * use(meanC);
  const normal = normals(uniforms(SEED));
  const rows: MadeUpMeter['rows'] = [];
  for (let day = dayLater(washedOn, -DAYS_BEFORE); day < until; day = dayLater(day, 1)) {
    const meanC = simulatedMeanC(day, latitudeDeg);
    const kWh = HOUSE.baseKWh + cooling(meanC, day < washedOn ? dirty : clean) + NOISE_KWH * normal();
    rows.push({ day, days: 1, kWh: Number(Math.max(0, kWh).toFixed(2)) });
  }
  return { rows, savedOn: (meanC) => cooling(meanC, dirty) - cooling(meanC, clean) };
}
