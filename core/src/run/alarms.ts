import { mistBy, rinseBy, type FoamOn } from './foam';
import { MIST_LEAD_S } from './clocks';
import type { Section } from '../method';
import type { VisitState } from './visitState';
import { condensateClock, powerClocks, type PowerUp } from './powerUp';

/** From the mildest to the most pressing. */
export const ALARM_KINDS = ['steady', 'rested', 'look', 'ready', 'mist', 'hurry', 'too-long'] as const;
/** One of `ALARM_KINDS`. */
export type AlarmKind = (typeof ALARM_KINDS)[number];

/** Something to be called out at a moment, whatever the screen is doing. */
export interface Alarm {
  /** The same for the same foam on the same section, on every device and after every reload. */
  id: string;
  kind: AlarmKind;
  /** Empty for the clocks of a restart, which belong to no coil. */
  coilId: string;
  sectionId: string;
  sectionNumber: number;
  /** When it is due, UTC ms. */
  atMs: number;
  /** What sets the limit that is near or past; null for the others. */
  limit: 'dries' | 'label' | null;
  /** The foam is rinsed by condensate: ready means closing up. */
  byCondensate: boolean;
}

/** Warning before the latest rinse, s; less where the window itself is shorter. Common practice, no source. */
export const HURRY_S = 60;

function alarmsOfFoam(coilId: string, section: Section, foam: FoamOn, power: PowerUp): Alarm[] {
  const latest = rinseBy(foam);
  const mist = mistBy(foam, section);
  const byCondensate = foam.ending === 'condensate';
  const alarm = (kind: AlarmKind, atMs: number, limit: Alarm['limit'] = null): Alarm => ({
    // Wetted again, or in other air, its limits are new ones; it is ready when it always was.
    id: [coilId, section.id, foam.appliedAtMs, ...(limit === null && kind !== 'mist' ? [] : [foam.mists]), kind].join('.'),
    kind,
    coilId,
    sectionId: section.id,
    sectionNumber: section.number,
    atMs,
    limit,
    byCondensate,
  });
  const after = (seconds: number) => foam.appliedAtMs + seconds * 1000;
  if (byCondensate) {
    const untilMs = condensateClock(power);
    return untilMs === null ? [alarm('ready', after(foam.dwell.minS))] : [alarm('look', untilMs)];
  }
  const window = latest ? latest.seconds - foam.dwell.minS : 0;
  return [
    alarm('ready', after(foam.dwell.minS)),
    ...(mist === null ? [] : [alarm('mist', after(Math.max(0, mist - MIST_LEAD_S)))]),
    ...(latest && window > HURRY_S * 1.5 ? [alarm('hurry', after(latest.seconds - HURRY_S), latest.limit)] : []),
    ...(latest ? [alarm('too-long', after(latest.seconds), latest.limit)] : []),
  ];
}

/**
 * Every alarm of the foam that is on, earliest first, whatever is planned: ready to rinse, a minute before it has to be off, and past it; or ready to
 * close up, and condensate over. Derived from the entries alone, so sleep, reloads and a second phone give the same.
 * @param state of the visit
 * @returns earliest first, times in UTC ms
 * @example alarmsOf(foldVisit('v', 'split-cool', [])) // []
 */
export const alarmsOf = (state: Pick<VisitState, 'hand' | 'sections' | 'powerUp'>): Alarm[] =>
  Object.entries(state.hand)
    .flatMap(([coilId, sections]) =>
      sections.flatMap((section) => {
        const foam = state.sections[coilId]?.[section.id]?.foam;
        return foam ? alarmsOfFoam(coilId, section, foam, state.powerUp) : [];
      }),
    )
    .sort((a, b) => a.atMs - b.atMs);

/**
 * The alarms of a restart: the compressor has rested, and the system has run steady.
 * @param up the restart
 * @returns none before power
 * @example powerAlarmsOf(notPowered()) // []
 */
export function powerAlarmsOf(up: PowerUp): Alarm[] {
  const { restUntilMs, steadyAtMs } = powerClocks(up);
  const alarm = (kind: AlarmKind, atMs: number): Alarm => ({
    id: `power.${kind}.${atMs}`,
    kind,
    coilId: '',
    sectionId: kind,
    sectionNumber: 0,
    atMs,
    limit: null,
    byCondensate: false,
  });
  return [
    ...(restUntilMs === null ? [] : [alarm('rested', restUntilMs)]),
    ...(steadyAtMs === null || up.done.steady ? [] : [alarm('steady', steadyAtMs)]),
  ];
}

const rank = (alarm: Alarm): number => ALARM_KINDS.indexOf(alarm.kind);

/**
 * The most pressing due alarm of each section: a milder one of the same foam says nothing any more.
 * @param alarms of the visit
 * @param nowMs UTC ms
 * @returns the most pressing first
 * @example dueAlarms([], 0) // []
 */
export function dueAlarms(alarms: readonly Alarm[], nowMs: number): Alarm[] {
  const worst = new Map<string, Alarm>();
  for (const alarm of alarms) {
    // At the very second of its limit a section may still be rinsed, as its clock says.
    const due = alarm.kind === 'too-long' ? alarm.atMs < nowMs : alarm.atMs <= nowMs;
    const key = `${alarm.coilId}.${alarm.sectionId}`;
    const before = worst.get(key);
    if (due && (!before || rank(alarm) > rank(before))) worst.set(key, alarm);
  }
  return [...worst.values()].sort((a, b) => rank(b) - rank(a) || a.atMs - b.atMs);
}
