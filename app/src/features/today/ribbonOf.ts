import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { dayRibbon, formatDuration, pressureAtAltitudeKPa, shadeOf, type HouseRules, type Ribbon, type SunnyFace } from '@elm-mist/core';
import { format } from 'date-fns';
import type { RibbonCell } from '@/ui';

/** Foam must stay wet so long: a five-minute label and a minute to rinse. Common practice, no source. */
export const USUAL_NEED_S = 360;
const LONG_MIN = 99;

const hourName = (atMs: number): string => format(atMs, 'h');
const hourWords = (atMs: number): string => format(atMs, 'h a').toLowerCase();

export interface DayRibbonView {
  cells: RibbonCell[];
  window: Ribbon['window'];
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
  const faces = coil.geometry.faces.map((face): SunnyFace => ({ facesDeg: face.facesDeg ?? null, shade: shadeOf(face) }));
  const { hours, window } = dayRibbon({
    hours: weather.hours,
    faces,
    latitudeDeg: row.place.latitudeDeg,
    longitudeDeg: row.place.longitudeDeg,
    pressureKPa: pressureAtAltitudeKPa(row.place.altitudeM),
    needS: USUAL_NEED_S,
    minimumC: house.minimumOutdoorC,
  });
  const first = window ? hours[window[0]] : undefined;
  const last = window ? hours[window[1]] : undefined;
  const until = last ? hourWords(last.atMs + 3_600_000) : '';
  const good = first ? `good from ${hourWords(first.atMs)} to ${until}` : 'no hour in which foam stays wet long enough';
  const startMs = new Date(`${row.visit.day}T00:00:00`).getTime() + row.visit.startMinute * 60_000;
  const planned = hours.filter((hour) => hour.atMs < startMs + row.visit.durationMin * 60_000 && hour.atMs + 3_600_000 > startMs);
  const bad = planned.filter((hour) => !hour.good).sort((a, b) => a.drySeconds - b.drySeconds)[0];
  const cold = bad !== undefined && bad.dryBulbC < house.minimumOutdoorC;
  const advice = !bad
    ? ''
    : cold
      ? `Too cold to wash at ${hourWords(bad.atMs)}. ${first ? `Better ${good}.` : 'Another day.'}`
      : `${bad.sunOnCoil ? 'Sun on the coil' : 'Dry wind'} at ${hourWords(bad.atMs)}: foam would dry in ${formatDuration(Math.round(bad.drySeconds / 60) * 60)}. ${first ? `Foam ${good.replace('good ', '')}, or use water.` : 'Shade it, or use water.'}`;
  return {
    cells: hours.map((hour, i) => ({
      hour: i % 2 === 0 ? hourName(hour.atMs) : '',
      minutes: minutesOf(hour.drySeconds),
      sun: hour.sunOnCoil,
      good: hour.good,
    })),
    window,
    says: `Minutes until foam dries, simulated: ${good}.`,
    advice,
  };
}
