import { dayRibbon, feedHour, saturationVapourPressureKPa, shadeOf, trustedSeconds, type HourAir } from '../dryout';
import type { SiteConditions } from '../survey';
import type { DryTrouble } from './stages/wetness';
import { driesFirst, faceDrying } from './faceDrying';
import type { CoilBuild, MethodContext, Sky } from './methodFacts';
import { fitSections, MOST_MISTS } from './sections';

/** A way out when foam cannot be kept wet, or it is too cold. */
export type WetOffer =
  /** Come back: from and to are UTC ms; null where no hour left of this day will do, or nothing is known of it. */
  | { kind: 'hour'; fromMs: number | null; toMs: number | null; known: boolean }
  /** Wet it again so long after foam on, s, so many times; null when that does not help. */
  | { kind: 'mist'; atS: number | null; times: number }
  | { kind: 'shade'; works: boolean }
  | { kind: 'gentler'; name: string | null }
  | { kind: 'water' };

const HOUR_MS = 3_600_000;

/**
 * The rest of the day's feed, put right by what was noted on the spot: as much warmer, windier and damper or drier as the spot is against the feed at
 * that hour. Common practice, no source. An hour for which the feed has nothing is taken as it comes.
 */
export function feedAsNoted(sky: Sky, site: SiteConditions): HourAir[] {
  const later = sky.hours.filter((hour) => hour.atMs > sky.atMs);
  const here = feedHour(sky.hours, sky.atMs);
  if (!here) return later;
  const vapour = (dryBulbC: number, rhPct: number) => saturationVapourPressureKPa(dryBulbC) * rhPct;
  const wetter = vapour(site.dryBulbC, site.rhPct) / Math.max(1e-6, vapour(here.dryBulbC, here.rhPct));
  const windier = site.windMs - here.windMs;
  return later.map((hour) => {
    const dryBulbC = Math.min(55, Math.max(-10, hour.dryBulbC + site.dryBulbC - here.dryBulbC));
    const rhPct = (vapour(hour.dryBulbC, hour.rhPct) * wetter) / saturationVapourPressureKPa(dryBulbC);
    return {
      ...hour,
      dryBulbC,
      rhPct: Math.min(100, Math.max(1, rhPct)),
      windMs: Math.min(20, Math.max(0, hour.windMs + windier)),
    };
  });
}

/** The next run of hours of this day in which foam stays wet long enough and it is warm enough. */
function laterHour(coil: CoilBuild, context: MethodContext, needS: number, minimumC: number): Extract<WetOffer, { kind: 'hour' }> {
  const none = { kind: 'hour', fromMs: null, toMs: null } as const;
  const { sky } = context;
  if (!sky || !context.site || sky.hours.length === 0) return { ...none, known: false };
  // The hour that is running was judged by the air as it is.
  const hours = feedAsNoted(sky, context.site);
  if (hours.length === 0) return { ...none, known: true };
  const ribbon = dayRibbon({
    hours,
    faces: coil.geometry.faces.map((face) => ({ facesDeg: face.facesDeg ?? null, shade: shadeOf(face) })),
    latitudeDeg: sky.latitudeDeg,
    longitudeDeg: sky.longitudeDeg,
    pressureKPa: context.pressureKPa,
    needS,
    minimumC,
  });
  const from = ribbon.hours.findIndex((hour) => hour.good);
  if (from < 0) return { ...none, known: true };
  const bad = ribbon.hours.findIndex((hour, i) => i > from && !hour.good);
  const last = ribbon.hours[bad < 0 ? ribbon.hours.length - 1 : bad - 1];
  return { kind: 'hour', fromMs: ribbon.hours[from]?.atMs ?? null, toMs: (last?.atMs ?? 0) + HOUR_MS, known: true };
}

/** What can be done when the cleaner would dry: another hour of this day, misting, shade, a gentler cleaner, water alone. */
export function wetOffers(coil: CoilBuild, context: MethodContext, trouble: DryTrouble, minimumC: number): WetOffer[] {
  const drying = faceDrying(coil, context);
  const wetFor = { dwellMinS: trouble.cleaner.dwellMinS, paceS: trouble.paceS };
  const misted = fitSections(coil.geometry, drying, wetFor, MOST_MISTS);
  const first = driesFirst(drying);
  return [
    laterHour(coil, context, trouble.needS, minimumC),
    misted && typeof first === 'number'
      ? { kind: 'mist', atS: Math.floor(trustedSeconds(first)), times: misted.mists }
      : { kind: 'mist', atS: null, times: 0 },
    { kind: 'shade', works: fitSections(coil.geometry, faceDrying(coil, context, true), wetFor) !== null },
    { kind: 'gentler', name: trouble.gentler },
    { kind: 'water' },
  ];
}

/** What can be done when it is too cold: the first hour of this day that is warm enough for any foam. */
export const coldOffers = (coil: CoilBuild, context: MethodContext, minimumC: number): WetOffer[] => [
  laterHour(coil, context, COLD_NEED_S, minimumC),
];
/** Foam must stay wet so long: a five-minute label and a minute to rinse. Common practice, no source. */
const COLD_NEED_S = 360;
