import type { CoilPlan } from '../method';
import { mistBy, MIST_LEAD_S, rinseBy } from './clocks';
import type { SectionProgress } from './fold';
import { powerClocks, type PowerUp } from './powerUp';

/** From the mildest to the most pressing. */
export const ALARM_KINDS = ['steady', 'rested', 'ready', 'mist', 'hurry', 'too-long'] as const;
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
}

/** Warning before the latest rinse, s; less where the window itself is shorter. Common practice, no source. */
export const HURRY_S = 60;

/**
 * Every alarm of the sections that soak, earliest first: ready to rinse, a minute before foam has to be off, and past it.
 * Derived from foam-on alone, so sleep, reloads and a second phone give the same.
 */
export function alarmsOf(
  plans: readonly CoilPlan[],
  sections: Readonly<Record<string, Readonly<Record<string, SectionProgress>>>>,
): Alarm[] {
  return plans
    .flatMap((plan) =>
      plan.sections.flatMap((section): Alarm[] => {
        const state = sections[plan.coilId]?.[section.id];
        if (state?.phase !== 'soaking' || state.appliedAtMs === null || !plan.dwell) return [];
        const on = state.appliedAtMs;
        const latest = rinseBy(plan, section, state);
        const mist = mistBy(plan, section, state);
        const alarm = (kind: AlarmKind, seconds: number): Alarm => ({
          // Wetted again, its limits are new ones; it is ready when it always was.
          id: `${plan.coilId}.${section.id}.${on}.${kind === 'ready' ? kind : `${state.mists}.${kind}`}`,
          kind,
          coilId: plan.coilId,
          sectionId: section.id,
          sectionNumber: section.number,
          atMs: on + seconds * 1000,
          limit: kind === 'ready' || kind === 'mist' ? null : (latest?.limit ?? null),
        });
        const window = latest ? latest.seconds - plan.dwell.minS : 0;
        return [
          alarm('ready', plan.dwell.minS),
          ...(mist === null ? [] : [alarm('mist', Math.max(0, mist - MIST_LEAD_S))]),
          ...(latest && window > HURRY_S * 1.5 ? [alarm('hurry', latest.seconds - HURRY_S)] : []),
          ...(latest ? [alarm('too-long', latest.seconds)] : []),
        ];
      }),
    )
    .sort((a, b) => a.atMs - b.atMs);
}

/** The alarms of a restart: the compressor has rested, and the system has run steady. */
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
  });
  return [
    ...(restUntilMs === null ? [] : [alarm('rested', restUntilMs)]),
    ...(steadyAtMs === null || up.done.steady ? [] : [alarm('steady', steadyAtMs)]),
  ];
}

const rank = (alarm: Alarm): number => ALARM_KINDS.indexOf(alarm.kind);

/** The most pressing due alarm of each section: a milder one of the same foam says nothing any more. */
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
