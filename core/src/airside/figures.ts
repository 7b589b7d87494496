import type { Source } from '../because';
import { inHeating, type QuantityId, type ReadingSet } from '../readings';
import type { EdgeName } from '../units';
import { FIGURE_ROWS, type FigureId, type FigureSetting, type Values } from './figureTable';
import { propagated, type Uncertain } from './uncertain';

/** What a figure says by itself. `unsure`: its uncertainty is wider than the question. */
export type FigureVerdict = 'low' | 'fine' | 'high' | 'unsure';

/** One figure with its uncertainty, what it is held against, and where that comes from. */
export interface Figure extends Uncertain {
  id: FigureId;
  name: string;
  edge: EdgeName;
  /** What it should lie between, in its unit; null where nothing is said of it alone. */
  low: number | null;
  high: number | null;
  verdict: FigureVerdict | null;
  /** Readings it was reckoned from. */
  uses: QuantityId[];
  /** What it rests on that nobody measured, a sentence; empty where all of it was. */
  assumed: string;
  /** How it is reckoned and judged. */
  because: string;
  source: Source;
}

/** A figure that cannot be judged or reckoned, and why. */
export interface NoFigure {
  id: FigureId;
  name: string;
  why: string;
}

/** What an airflow that nobody measured may be off by, as a share of it. Common practice, no source. */
const ASSUMED_SHARE = 0.15;

/** What a band says of a figure with its uncertainty, at two sigmas. */
function judged({ value, u }: Uncertain, low: number | null, high: number | null): FigureVerdict | null {
  if (low === null && high === null) return null;
  if (low !== null && value + 2 * u < low) return 'low';
  if (high !== null && value - 2 * u > high) return 'high';
  // Near an edge the nearer answer is given while the band is wider than the doubt; a band that fits into the doubt says nothing.
  if (low !== null && high !== null && high - low < 4 * u) return 'unsure';
  if (low !== null && value < low) return 'low';
  return high !== null && value > high ? 'high' : 'fine';
}

/** Readings whose absence is filled in by a usual figure. */
const FLOW_FIGURES: readonly FigureId[] = ['capacity', 'sensible', 'specificPower'];

/**
 * The values of a set of readings.
 * @param set readings of one side
 * @returns values by quantity, SI
 * @example valuesOf({}) // {}
 */
export const valuesOf = (set: ReadingSet): Values => Object.fromEntries(Object.entries(set).map(([id, reading]) => [id, reading.value]));

/**
 * A function of readings with the uncertainty that theirs give it.
 * @param set readings of one side
 * @param ids those it uses; others stay as they are
 * @param f of the values; null where it cannot be reckoned
 * @returns value and standard uncertainty, or null
 * @example uncertainOf({}, [], () => 3) // { value: 3, u: 0 }
 */
export function uncertainOf(set: ReadingSet, ids: readonly QuantityId[], f: (values: Values) => number | null): Uncertain | null {
  const values = valuesOf(set);
  const used = ids.flatMap((id) => {
    const reading = set[id];
    return reading ? [{ id, value: reading.value, u: reading.u }] : [];
  });
  const moved = { ...values };
  return propagated((each) => {
    for (const [i, { id }] of used.entries()) moved[id] = each[i];
    return f(moved);
  }, used);
}

const ROW_OF = new Map(FIGURE_ROWS.map((row) => [row.id, row]));

/**
 * One figure's value alone.
 * @param id which figure
 * @param values readings, SI
 * @param setting what the unit is
 * @returns the figure, SI; null where it cannot be reckoned
 * @throws CoreError for readings beyond what can be
 * @example figureValue('drop', { returnDb: 24, supplyDb: 14 }, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // 10
 */
export function figureValue(id: FigureId, values: Values, setting: FigureSetting): number | null {
  const row = ROW_OF.get(id);
  if (!row || row.needs.some((need) => values[need] === undefined)) return null;
  return row.of(values, setting);
}

/**
 * What of a figure's doubt is the formula's own.
 * @param id which figure
 * @param value of it, SI
 * @param setting what the unit is
 * @returns standard uncertainty, in the figure's unit; 0 where the formula is exact
 * @example ownDoubt('drop', 10, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // 0
 */
export const ownDoubt = (id: FigureId, value: number, setting: FigureSetting): number => ROW_OF.get(id)?.own?.(value, setting) ?? 0;

/**
 * What readings come to: every figure that can be reckoned from them, with its uncertainty and what it says by itself.
 * @param set readings that may be judged
 * @param setting refrigerant, metering, era, size and barometer
 * @returns figures, and those that cannot be told, with why
 * @example figuresOf({}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }).figures // []
 */
export function figuresOf(set: ReadingSet, setting: FigureSetting): { figures: Figure[]; missing: NoFigure[] } {
  const values = valuesOf(set);
  const figures: Figure[] = [];
  const missing: NoFigure[] = [];
  const mode = inHeating(set, setting.heats) ? 'heating' : 'cooling';
  for (const row of FIGURE_ROWS) {
    if ((row.at ?? 'cooling') !== mode && row.at !== 'always') continue;
    if (row.needs.some((id) => set[id] === undefined)) continue;
    const why = row.when?.(setting, values) ?? null;
    if (why !== null) {
      missing.push({ id: row.id, name: row.name, why });
      continue;
    }
    const found = uncertainOf(set, [...row.needs, ...(row.also ?? [])], (each) => row.of(each, setting));
    if (!found) {
      const unknown = setting.refrigerant === 'unknown' && (row.needs.includes('suctionP') || row.needs.includes('liquidP'));
      missing.push({
        id: row.id,
        name: row.name,
        why: unknown
          ? 'The refrigerant is not known: read it off the plate.'
          : FLOW_FIGURES.includes(row.id)
            ? 'Wet bulb or humidity is needed at return and supply.'
            : 'The readings are beyond what this refrigerant works with.',
      });
      continue;
    }
    const assumedFlow = FLOW_FIGURES.includes(row.id) && set.airflow === undefined;
    const u = Math.hypot(found.u, row.own?.(found.value, setting) ?? 0, assumedFlow ? found.value * ASSUMED_SHARE : 0);
    const { low, high } = row.band?.(values, setting) ?? { low: null, high: null };
    figures.push({
      id: row.id,
      name: row.name,
      edge: row.edge,
      value: found.value,
      u,
      low,
      high,
      verdict: judged({ value: found.value, u }, low, high),
      uses: [...row.needs, ...(row.also ?? [])].filter((id) => set[id] !== undefined),
      assumed: assumedFlow
        ? 'Airflow was not measured: 400 cfm a ton is taken, 15 % either way.'
        : row.id === 'drop' && set.returnWb === undefined && set.returnRh === undefined
          ? 'Humidity was not measured: the band is wider.'
          : '',
      because: row.because,
      source: row.source,
    });
  }
  return { figures, missing };
}
