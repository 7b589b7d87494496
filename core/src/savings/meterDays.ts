import { dayIn, dayLater, instantIn, wallMs } from '../clock';
import { CoreError } from '../errors';
import { MOST_BILL_DAYS, type MeterDays, type MeterRead, type MeterSpan } from './meter';

const HOUR_MS = 3_600_000;
const DAY_MS = 86_400_000;
/** A day counts where so much of it was metered. Common practice, no source. */
const LEAST_OF_DAY = 0.9;
/** More backward days than this share are a roof that feeds in, not a stray reading. Common practice, no source. */
const MOST_BACKWARD = 0.02;
/** A span so much longer than an hour is told by the day. */
const LONGEST_HOURLY_MS = 4 * HOUR_MS;
const LONGEST_DAILY_MS = 30 * HOUR_MS;

const plural = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`;

interface Tidy {
  spans: MeterSpan[];
  notes: string[];
}

/** In order of time, each once. Two that say the same of the same time are one; two that do not agree are named, and the first is kept. */
function tidied(spans: readonly MeterSpan[]): Tidy {
  const sorted = [...spans].sort((a, b) => a.fromMs - b.fromMs || a.toMs - b.toMs);
  const kept: MeterSpan[] = [];
  let [same, other] = [0, 0];
  for (const span of sorted) {
    const last = kept.at(-1);
    if (last && span.fromMs < last.toMs) {
      if (span.fromMs === last.fromMs && span.toMs === last.toMs && span.kWh === last.kWh) same += 1;
      else other += 1;
      continue;
    }
    kept.push(span);
  }
  return {
    spans: kept,
    notes: [
      ...(same > 0 ? [`${plural(same, 'reading')} stood there twice and count once.`] : []),
      ...(other > 0 ? [`${plural(other, 'reading')} overlap what was there before, and are left out.`] : []),
    ],
  };
}

/** Hours gathered into days of the shop's calendar; a day with too little of it is a gap. */
function gathered(spans: readonly MeterSpan[], zone: string): { rows: MeterDays[]; gaps: number } {
  const byDay = new Map<string, { kWh: number; ms: number }>();
  for (const { fromMs, toMs, kWh } of spans) {
    const day = dayIn(zone, fromMs);
    const own = byDay.get(day) ?? { kWh: 0, ms: 0 };
    own.kWh += kWh;
    own.ms += toMs - fromMs;
    byDay.set(day, own);
  }
  let gaps = 0;
  const rows = [...byDay].flatMap(([day, { kWh, ms }]): MeterDays[] => {
    // A day of a change of summer time has 23 or 25 hours.
    const whole = instantIn(zone, dayLater(day, 1), 0) - instantIn(zone, day, 0);
    if (ms >= whole * LEAST_OF_DAY) return [{ day, days: 1, kWh: (kWh * whole) / ms }];
    gaps += 1;
    return [];
  });
  return { rows, gaps };
}

/** How a day's use is spread over its hours, weekdays and weekends apart; evenly where nothing was used. */
function hourShares(spans: readonly MeterSpan[], zone: string): number[] {
  const sums = new Array<number>(48).fill(0);
  for (const { fromMs, kWh } of spans) {
    const wall = new Date(wallMs(zone, fromMs));
    const weekend = wall.getUTCDay() === 0 || wall.getUTCDay() === 6;
    sums[(weekend ? 24 : 0) + wall.getUTCHours()]! += Math.max(0, kWh);
  }
  const whole = [0, 24].map((first) => sums.slice(first, first + 24).reduce((sum, each) => sum + each, 0));
  return sums.map((sum, i) => {
    const all = whole[i < 24 ? 0 : 1] ?? 0;
    return all > 0 ? sum / all : 1 / 24;
  });
}

/** Days between the first and the last that nothing is known of. */
function missing(rows: readonly MeterDays[]): number {
  let [gone, next] = [0, rows[0]?.day ?? ''];
  for (const { day, days } of rows) {
    if (day > next) gone += Math.round((Date.parse(day) - Date.parse(next)) / DAY_MS);
    next = dayLater(day, days);
  }
  return gone;
}

/**
 * What a meter told, by the day or by the bill: doubles taken once, hours gathered into the days of the shop's calendar over changes of summer
 * time, gaps counted, days that ran backwards left out.
 * @param spans in any order
 * @param zone of the shop, IANA
 * @returns rows with what was found
 * @throws CoreError `missing` where there is nothing; `not-allowed` where it feeds in more often than a stray reading would
 * @example meterDays([{ fromMs: 0, toMs: 86400000, kWh: 20 }], 'UTC').rows // [{ day: '1970-01-01', days: 1, kWh: 20 }]
 */
export function meterDays(spans: readonly MeterSpan[], zone: string): MeterRead {
  const { spans: whole, notes } = tidied(spans.filter((span) => Number.isFinite(span.kWh) && span.toMs > span.fromMs));
  if (whole.length === 0) throw new CoreError('missing', 'use', 'No row holds a use of energy with its time.');
  const lengths = whole.map((span) => span.toMs - span.fromMs).sort((a, b) => a - b);
  const usual = lengths[Math.floor(lengths.length / 2)] ?? DAY_MS;
  const step = usual <= LONGEST_HOURLY_MS ? 'hours' : usual <= LONGEST_DAILY_MS ? 'days' : 'bills';
  let rows: MeterDays[];
  if (step === 'hours') {
    const { rows: made, gaps } = gathered(whole, zone);
    rows = made;
    if (gaps > 0) notes.push(`Of ${plural(gaps, 'day')} too few hours are there: left out.`);
  } else
    rows = whole.flatMap(({ fromMs, toMs, kWh }): MeterDays[] => {
      const days = Math.max(1, Math.round((toMs - fromMs) / DAY_MS));
      // Noon, so that a bill told in another zone stays on its day.
      return days <= MOST_BILL_DAYS ? [{ day: dayIn(zone, fromMs + Math.min(DAY_MS / 2, (toMs - fromMs) / 2)), days, kWh }] : [];
    });
  const backward = rows.filter((row) => row.kWh < 0);
  if (backward.length > Math.max(1, rows.length * MOST_BACKWARD))
    throw new CoreError(
      'not-allowed',
      'use',
      `The meter ran backwards on ${plural(backward.length, 'day')}: something feeds in. Bring in what was used, without what was fed in.`,
    );
  if (backward.length > 0)
    notes.push(`${plural(backward.length, 'day')} ran backwards and ${backward.length === 1 ? 'is' : 'are'} left out.`);
  const used = rows.filter((row) => row.kWh >= 0);
  const gone = missing(used);
  if (gone > 0) notes.push(`Nothing is known of ${plural(gone, 'day')} in between.`);
  return { rows: used, step, shares: step === 'hours' ? hourShares(whole, zone) : null, notes };
}
