import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { visitRibbon, type VisitRibbon } from '@elm-mist/core/dryout';
import type { HouseRules } from '@elm-mist/core/method';
import { formatDuration } from '@elm-mist/core/units';
import type { RibbonCell } from '@/ui';
import { instantOf, wallClock } from '@/data';

const LONG_MIN = 99;

const hourName = (atMs: number): string => wallClock(atMs, 'h');
const hourWords = (atMs: number): string => wallClock(atMs, 'h a').toLowerCase();

export interface DayRibbonView {
  cells: RibbonCell[];
  window: VisitRibbon['window'];
  says: string;
  /** What to do about it, when the visit is planned into a bad hour; empty when all is well. */
  advice: string;
}

const minutesOf = (seconds: number): string => {
  const minutes = Math.floor(seconds / 60);
  return !Number.isFinite(seconds) || minutes > LONG_MIN ? `${LONG_MIN}+` : String(minutes);
};

/** When the outdoor coil of a visit can be foamed that day; null without an outdoor coil or a feed. */
export function ribbonOf(row: TodayVisit, weather: DayRecord['weather'] | undefined, house: HouseRules): DayRibbonView | null {
  const coil = row.coils.find((each) => each.role === 'condenser');
  if (!coil || !weather || weather.hours.length === 0) return null;
  const { latitudeDeg, longitudeDeg, altitudeM } = row.place;
  const startMs = instantOf(row.visit.day, row.visit.startMinute);
  const { hours, window, bad } = visitRibbon({
    geometry: coil.geometry,
    latitudeDeg,
    longitudeDeg,
    altitudeM,
    hours: weather.hours,
    startMs,
    endMs: startMs + row.visit.durationMin * 60_000,
    minimumC: house.minimumOutdoorC,
  });
  const first = window ? hours[window[0]] : undefined;
  const last = window ? hours[window[1]] : undefined;
  const until = last ? hourWords(last.atMs + 3_600_000) : '';
  const from = first ? `from ${hourWords(first.atMs)} to ${until}` : '';
  const stormy = hours.find(({ storm }) => storm);
  const advice = !bad
    ? ''
    : bad.why === 'storm'
      ? `Storm at ${hourWords(bad.hour.atMs)}: nobody on a roof or at an open unit. ${first ? `Better ${from}.` : 'Another day.'}`
      : bad.why === 'cold'
        ? `Too cold to wash at ${hourWords(bad.hour.atMs)}. ${first ? `Better ${from}.` : 'Another day.'}`
        : `${bad.why === 'sun' ? 'Sun on the coil' : 'Dry wind'} at ${hourWords(bad.hour.atMs)}: foam would dry in ${formatDuration(Math.round(bad.hour.drySeconds / 60) * 60)}. ${first ? `Foam ${from}, or use water.` : 'Shade it, or use water.'}`;
  return {
    cells: hours.map((hour, i) => ({
      hour: i % 2 === 0 ? hourName(hour.atMs) : '',
      minutes: hour.storm ? 'S' : minutesOf(hour.drySeconds),
      sun: hour.sunOnCoil,
      good: hour.good,
    })),
    window,
    says: `Minutes until foam dries, ${weather.source === 'simulated' ? 'simulated' : weather.source === 'typical' ? 'by a typical year' : 'by the air that was read'}: ${first ? `good ${from}` : 'no hour in which foam stays wet long enough'}${stormy ? `, storm from ${hourWords(stormy.atMs)}` : ''}.`,
    advice,
  };
}
