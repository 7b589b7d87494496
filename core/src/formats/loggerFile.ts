import { CoreError } from '../errors';
import { QUANTITIES, type QuantityId, type Sample } from '../readings';
import { EDGES, readFigure, type UnitSystem } from '../units';

/** What a column of a logger's file holds. */
export interface LoggerColumn {
  quantity: QuantityId;
  units: UnitSystem;
}

/** Which column is the time, and what the others hold, by their headings. What has neither is left out. */
export interface LoggerMatching {
  time: string | null;
  columns: Record<string, LoggerColumn>;
}

/** Words by which loggers name what they measure, most telling first. Common words of the trade, no source. */
const WORDS: Partial<Record<QuantityId, RegExp>> = {
  outdoorAway: /(outdoor|ambient).*(away|free)/,
  outdoorLeaving: /(condenser|outdoor).*(leaving|discharge air|exhaust)/,
  returnWb: /return.*wet|wet.*return/,
  returnRh: /return.*(rh|humid)/,
  supplyWb: /supply.*wet|wet.*supply/,
  supplyRh: /supply.*(rh|humid)/,
  staticReturn: /return.*static|static.*return/,
  staticSupply: /supply.*static|static.*supply/,
  staticCoil: /(coil|across).*(static|drop|pressure)|static.*coil/,
  returnDb: /return/,
  supplyDb: /supply/,
  suctionLine: /(suction|vapou?r|large).*(line|temp|pipe)/,
  liquidLine: /(liquid|small).*(line|temp|pipe)/,
  dischargeLine: /discharge.*(line|temp)/,
  suctionP: /suction|low.?side/,
  liquidP: /liquid|high.?side|head/,
  watts: /watt|power|\bkw\b/,
  volts: /volt/,
  compressorA: /compressor.*(amp|current|\ba\b)/,
  fanA: /fan.*(amp|current|\ba\b)/,
  airflow: /air ?flow|cfm/,
  condensate: /condensate/,
  outdoorIn: /outdoor|ambient|outside/,
};
const TIME = /^(time|date|timestamp|elapsed|clock)|\btime\b/;

/** Units as files write them. Kilowatts are no unit of the page; such a column is refused by name. */
const UNIT_WORDS: [RegExp, UnitSystem, readonly string[]][] = [
  [/^(°|deg\.? ?)?f$|^fahrenheit$/, 'us', ['temperature', 'difference']],
  [/^(°|deg\.? ?)?c$|^celsius$/, 'si', ['temperature', 'difference']],
  [/^psig?$/, 'us', ['pressure']],
  [/^kpag?$/, 'si', ['pressure']],
  [/^(in ?wc|in ?w\.?c\.?|inh2o|inh₂o|"? ?wc|iwc)$/, 'us', ['staticPressure']],
  [/^pa$/, 'si', ['staticPressure']],
  [/^cfm$/, 'us', ['airflow']],
  [/^(m3\/h|m³\/h)$/, 'si', ['airflow']],
  [/^pt\/h$/, 'us', ['condensate']],
  [/^l\/h$/, 'si', ['condensate']],
];
/** Written with both systems alike. */
const ALIKE = /^(%|% ?rh|w|a|v|db|watts?|amps?|volts?)$/;

const lower = (text: string) => text.trim().toLowerCase();
/** What stands in brackets at the end of a heading, or after its last comma, is its unit. */
const bracketed = (heading: string) => /[([]([^)\]]+)[)\]]\s*$/.exec(lower(heading))?.[1]?.trim() ?? null;

const systemOf = (unit: string, quantity: QuantityId): UnitSystem | 'alike' | null => {
  const text = lower(unit);
  if (ALIKE.test(text)) return 'alike';
  return UNIT_WORDS.find(([words, , edges]) => words.test(text) && edges.includes(QUANTITIES[quantity].edge))?.[1] ?? null;
};

/** A cell taken apart: its number as written, and the unit after it. */
const apart = (cell: string): { number: string; unit: string } | null => {
  const found = /^\s*([-+−]?[\d.,]+(?:e[-+]?\d+)?)\s*(.*?)\s*$/i.exec(cell);
  return found ? { number: found[1] ?? '', unit: found[2] ?? '' } : null;
};

/**
 * What the columns of a logger's file most likely are, from headings, units in brackets, and the first row.
 * @param headings as the file has them
 * @param first cells of its first row, by heading
 * @param usual units of columns that tell none
 * @returns a guess, to be put right on the screen; no quantity twice
 * @example guessLogger(['Time', 'Return (°C)'], {}, 'us').columns['Return (°C)'].units // 'si'
 */
export function guessLogger(headings: readonly string[], first: Record<string, string>, usual: UnitSystem): LoggerMatching {
  const time = headings.find((heading) => TIME.test(lower(heading))) ?? null;
  const columns: Record<string, LoggerColumn> = {};
  const taken = new Set<QuantityId>();
  for (const heading of headings) {
    if (heading === time) continue;
    const words = lower(heading).replaceAll(/[_.-]+/g, ' ');
    const unit = bracketed(heading) ?? apart(first[heading] ?? '')?.unit ?? '';
    // "Suction (psig)" and "Suction (°F)" are two things: a unit that does not fit rules a quantity out.
    const quantity = (Object.keys(WORDS) as QuantityId[]).find(
      (id) => !taken.has(id) && WORDS[id]?.test(words) && (unit === '' || systemOf(unit, id) !== null || !knownUnit(unit)),
    );
    if (!quantity) continue;
    taken.add(quantity);
    const system = unit === '' ? null : systemOf(unit, quantity);
    columns[heading] = { quantity, units: system === 'us' || system === 'si' ? system : usual };
  }
  return { time, columns };
}

const knownUnit = (unit: string) => ALIKE.test(lower(unit)) || UNIT_WORDS.some(([words]) => words.test(lower(unit)));

/** A stretch of a logger's run in which nothing was written. */
export interface LoggerGap {
  fromMs: number;
  toMs: number;
}

/** What a logger's file came to. */
export interface LoggerRun {
  /** In order of time, the times those of the file. */
  runs: Partial<Record<QuantityId, Sample[]>>;
  gaps: LoggerGap[];
  /** What was wrong, a sentence each; a column named here is in no run. */
  problems: string[];
  rows: number;
  /** Cells that hold no number, by quantity. */
  dropped: Partial<Record<QuantityId, number>>;
}

const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2}(?:\.\d+)?))?\s*(am|pm)?$/i;
const DAY_MS = 86_400_000;

/** A moment as loggers write it, ms: seconds since the start, a clock, or a day and a clock. Only differences of it are used. */
function momentOf(cell: string): number | null {
  const text = cell.trim();
  if (/^\d+(\.\d+)?$/.test(text)) return Number(text) * 1000;
  const clock = CLOCK.exec(text);
  if (clock) {
    const [, hours, minutes, seconds = '0', half] = clock;
    const hour = half ? (Number(hours) % 12) + (half.toLowerCase() === 'pm' ? 12 : 0) : Number(hours);
    return ((hour * 60 + Number(minutes)) * 60 + Number(seconds)) * 1000;
  }
  const at = Date.parse(text);
  return Number.isNaN(at) ? null : at;
}

/** A step so many times the usual one, and longer than this, is a gap. */
const GAP = { times: 3, leastMs: 5000 };
/** Problems that are named; more are no help. */
const MOST_PROBLEMS = 12;

/**
 * Runs of readings out of a logger's table.
 * @param rows cells by heading
 * @param matching which column is what
 * @returns runs in SI, gaps, and what was wrong; a column with two units in it, or that runs through none, is named and left out
 * @throws CoreError `time` not matched, or no row with a time
 * @example readLogger([{ Time: '0', R: '75 F' }, { Time: '1', R: '75 F' }], { time: 'Time', columns: { R: { quantity: 'returnDb', units: 'us' } } }).rows // 2
 */
export function readLogger(rows: readonly Record<string, string | undefined>[], { time, columns }: LoggerMatching): LoggerRun {
  if (!time) throw new CoreError('missing', 'time', 'Say which column is the time.');
  const problems: string[] = [];
  const timed: { at: number; row: Record<string, string | undefined> }[] = [];
  let days = 0;
  let unreadable = 0;
  for (const row of rows) {
    const at = momentOf(row[time] ?? '');
    if (at === null) {
      unreadable += 1;
      continue;
    }
    // A clock without a day goes over midnight.
    const last = timed.at(-1)?.at;
    if (last !== undefined && at + days < last - DAY_MS / 2 && CLOCK.test((row[time] ?? '').trim())) days += DAY_MS;
    timed.push({ at: at + days, row });
  }
  if (timed.length === 0)
    throw new CoreError('unreadable', 'time', `No row of "${time}" is a time like 14:05:30, 2026-06-11 14:05:30 or 12.5 seconds.`);
  if (unreadable > 0) problems.push(`${unreadable} rows have no time and are left out.`);
  if (timed.some((row, i) => i > 0 && row.at < (timed[i - 1]?.at ?? 0))) {
    problems.push('The rows were not in order of time; they are put in order.');
    timed.sort((a, b) => a.at - b.at);
  }
  const steps = timed.slice(1).map((row, i) => row.at - (timed[i]?.at ?? 0));
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const gaps = steps.flatMap((step, i): LoggerGap[] =>
    step > usual * GAP.times && step > GAP.leastMs ? [{ fromMs: timed[i]?.at ?? 0, toMs: timed[i + 1]?.at ?? 0 }] : [],
  );
  const runs: LoggerRun['runs'] = {};
  const dropped: LoggerRun['dropped'] = {};
  const claimed = new Map<QuantityId, string>();
  for (const [heading, { quantity, units }] of Object.entries(columns)) {
    const name = QUANTITIES[quantity].name;
    const before = claimed.get(quantity);
    if (before !== undefined) {
      problems.push(`"${before}" and "${heading}" are both said to be ${name.toLowerCase()}: the first is taken.`);
      continue;
    }
    claimed.set(quantity, heading);
    const cells = timed.map(({ at, row }) => ({ at, ...(apart(row[heading] ?? '') ?? { number: '', unit: '' }) }));
    const written = [...new Set(cells.map((cell) => lower(cell.unit)).filter((unit) => unit !== ''))];
    if (written.length > 1) {
      problems.push(`"${heading}" has ${written.length} units in it (${written.slice(0, 4).join(', ')}): it is left out.`);
      continue;
    }
    const own = written[0] ?? bracketed(heading) ?? '';
    const said = own === '' ? null : systemOf(own, quantity);
    if (own !== '' && said === null && (written.length > 0 || knownUnit(own))) {
      problems.push(`"${heading}" is in ${own}, which is no unit of ${name.toLowerCase()}: it is left out.`);
      continue;
    }
    const { toSi } = EDGES[QUANTITIES[quantity].edge];
    const system = said === 'us' || said === 'si' ? said : units;
    const run = cells.flatMap(({ at, number }): Sample[] => {
      const value = toSi(readFigure(number), system);
      return Number.isFinite(value) ? [{ atMs: at, value }] : [];
    });
    if (run.length === 0) problems.push(`"${heading}" holds no number: it is left out.`);
    else runs[quantity] = run;
    if (run.length > 0 && run.length < cells.length) dropped[quantity] = cells.length - run.length;
  }
  return { runs, gaps, problems: problems.slice(0, MOST_PROBLEMS), rows: timed.length, dropped };
}
