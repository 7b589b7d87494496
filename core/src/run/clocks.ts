import { DRYING_MARGIN } from '../dryout';
import { APPLY_S_PER_M2, MOST_MISTS, RINSE_S_PER_M2, type CoilPlan, type Section } from '../method';
import { freshSection, type SectionProgress } from './fold';

/** How a section stands right now, as one word for the strip. */
export type SectionWord = 'waits' | 'wet' | 'soaking' | 'mist now' | 'rinse now' | 'too long' | 'check' | 'clear' | 'again';

export interface SectionClock {
  sectionId: string;
  word: SectionWord;
  /** Seconds since foam on; null unless soaking. */
  soakedS: number | null;
  /** Seconds from foam on to the earliest rinse. */
  readyAtS: number | null;
  /** Seconds from foam on to the latest rinse: label maximum or drying with its margin, whichever is first. */
  rinseByS: number | null;
  /** What sets `rinseByS`. */
  limit: 'dries' | 'label' | null;
  /** Seconds from foam on by which it has to be wetted again; null when it need not, or may not. */
  mistByS: number | null;
}

const phaseWords = { waits: 'waits', wet: 'wet', rinsed: 'check', clear: 'clear', again: 'again' } as const;

interface LastRinse {
  /** From foam on, s. */
  seconds: number;
  limit: 'dries' | 'label';
}

/** Warning before foam has to be misted, s: enough to put the gun down and take the hose. Common practice, no source. */
export const MIST_LEAD_S = 45;

/** How long foam on a section stays wet by itself, s, with the margin kept back; Infinity when nothing is known of it. */
const wetSeconds = (plan: Pick<CoilPlan, 'drySeconds'>, section: Pick<Section, 'drySeconds'> | undefined): number => {
  const dry = section?.drySeconds ?? plan.drySeconds;
  return dry === null ? Infinity : dry * DRYING_MARGIN;
};

/** Latest rinse of a section as it is planned, misted as often as the plan says, and what sets it. Null when the plan uses no cleaner. */
export function plannedRinseBy(plan: CoilPlan, section?: Section): LastRinse | null {
  if (!plan.dwell) return null;
  const dries = wetSeconds(plan, section) * ((plan.mists ?? 0) + 1);
  return dries < plan.dwell.maxS ? { seconds: dries, limit: 'dries' } : { seconds: plan.dwell.maxS, limit: 'label' };
}

/** Latest rinse of a section as it stands: foam wetted again counts from then, the label from foam on. */
export function rinseBy(plan: CoilPlan, section: Section | undefined, progress: SectionProgress): LastRinse | null {
  if (!plan.dwell) return null;
  const wettedS = progress.mistedAtMs !== null && progress.appliedAtMs !== null ? (progress.mistedAtMs - progress.appliedAtMs) / 1000 : 0;
  const dries = wettedS + wetSeconds(plan, section);
  return dries < plan.dwell.maxS ? { seconds: dries, limit: 'dries' } : { seconds: plan.dwell.maxS, limit: 'label' };
}

/**
 * When foam has to be wetted again, s from foam on: by itself it would not last its shortest dwell and the rinse after it. Null when it does, or may
 * not be wetted any more.
 */
export function mistBy(plan: CoilPlan, section: Section | undefined, progress: SectionProgress): number | null {
  const latest = rinseBy(plan, section, progress);
  if (!plan.dwell || latest?.limit !== 'dries' || progress.mists >= MOST_MISTS) return null;
  const needS = plan.dwell.minS + (section ? rinseSeconds(section, plan.facts?.rows ?? 1) : 0);
  return latest.seconds < needS ? latest.seconds : null;
}

/** The clock of one section. @param nowMs UTC ms; a device whose clock runs behind the event is taken as at foam-on */
export function sectionClock(plan: CoilPlan, sectionId: string, progress: SectionProgress, nowMs: number): SectionClock {
  if (progress.phase !== 'soaking' || progress.appliedAtMs === null) {
    const word = progress.phase === 'soaking' ? 'soaking' : phaseWords[progress.phase];
    return { sectionId, word, soakedS: null, readyAtS: null, rinseByS: null, limit: null, mistByS: null };
  }
  const section = plan.sections.find((row) => row.id === sectionId);
  const soakedS = Math.max(0, (nowMs - progress.appliedAtMs) / 1000);
  const latest = rinseBy(plan, section, progress);
  const readyAtS = plan.dwell?.minS ?? 0;
  const rinseByS = latest?.seconds ?? null;
  const mistByS = mistBy(plan, section, progress);
  const word: SectionWord =
    rinseByS !== null && soakedS > rinseByS
      ? 'too long'
      : soakedS >= readyAtS
        ? 'rinse now'
        : mistByS !== null && soakedS >= mistByS - MIST_LEAD_S
          ? 'mist now'
          : 'soaking';
  return { sectionId, word, soakedS, readyAtS, rinseByS, limit: latest?.limit ?? null, mistByS };
}

export type NextAction =
  | { kind: 'wet-coil' }
  | { kind: 'apply' | 'mist' | 'rinse' | 'check'; section: Section }
  | { kind: 'wait'; section: Section; seconds: number }
  | { kind: 'done' };

/** True when this section is to be foamed in its coming pass; false when plain water does it. */
export function needsFoam(plan: CoilPlan, progress: SectionProgress): boolean {
  return plan.dwell !== null && (!plan.waterFirst || progress.failedChecks > 0);
}

/** Hands-on time to foam or rinse a section, s. Common practice, no source. */
export const applySeconds = (section: Section): number => section.areaM2 * APPLY_S_PER_M2;
export const rinseSeconds = (section: Section, rows: number): number => section.areaM2 * RINSE_S_PER_M2 * rows;

/**
 * The next best thing to do on one coil. Foam about to dry is misted first; then a section past its minimum dwell is rinsed, the one nearest
 * its limit before others; then torch checks; then the next section, but only if foaming it leaves time to rinse every soaking
 * section, and it, before their limits; else wait.
 */
export function nextAction(plan: CoilPlan, rows: number, progress: Record<string, SectionProgress>, nowMs: number): NextAction {
  const rows_ = plan.sections.map((section) => {
    const state = progress[section.id] ?? freshSection();
    return { section, state, clock: sectionClock(plan, section.id, state, nowMs) };
  });
  if (rows_.every(({ state }) => state.phase === 'waits') && rows_.length > 0 && plan.dwell && !plan.waterFirst)
    return { kind: 'wet-coil' };

  const soaking = rows_.filter(({ state }) => state.phase === 'soaking').sort((a, b) => (b.clock.soakedS ?? 0) - (a.clock.soakedS ?? 0));
  const drying = soaking.find(({ clock }) => clock.word === 'mist now');
  if (drying) return { kind: 'mist', section: drying.section };
  const ready = soaking
    .filter(({ clock }) => clock.word !== 'soaking')
    .sort((a, b) => (a.clock.rinseByS ?? 0) - (a.clock.soakedS ?? 0) - (b.clock.rinseByS ?? 0) + (b.clock.soakedS ?? 0))[0];
  if (ready) return { kind: 'rinse', section: ready.section };

  const toCheck = rows_.find(({ state }) => state.phase === 'rinsed');
  if (toCheck) return { kind: 'check', section: toCheck.section };

  const open = rows_.filter(({ state }) => state.phase === 'waits' || state.phase === 'wet' || state.phase === 'again');
  const next = open[0];
  if (next) {
    if (!needsFoam(plan, next.state)) {
      if (soaking.length === 0) return { kind: 'rinse', section: next.section };
    } else if (soaking.length === 0 || fits(plan, rows, soaking, next.section)) {
      return { kind: 'apply', section: next.section };
    }
  }
  const first = soaking
    .map(({ section, clock }) => {
      const due = clock.mistByS === null ? (clock.readyAtS ?? 0) : clock.mistByS - MIST_LEAD_S;
      return { section, seconds: Math.max(0, due - (clock.soakedS ?? 0)) };
    })
    .sort((a, b) => a.seconds - b.seconds)[0];
  if (first) return { kind: 'wait', ...first };
  return { kind: 'done' };
}

/** Whether one more section can be foamed now without any soaking section running past its limit. Times are from now, s. */
function fits(plan: CoilPlan, rows: number, soaking: { section: Section; clock: SectionClock }[], next: Section): boolean {
  const applied = applySeconds(next);
  const queue = [...soaking.map(({ section, clock }) => ({ section, foamOn: -(clock.soakedS ?? 0) })), { section: next, foamOn: 0 }];
  let handsFree = applied;
  for (const { section, foamOn } of queue) {
    const start = Math.max(handsFree, foamOn + (plan.dwell?.minS ?? 0));
    handsFree = start + rinseSeconds(section, rows);
    if (start > foamOn + (plannedRinseBy(plan, section)?.seconds ?? Infinity)) return false;
  }
  return true;
}

/** Whether every section of the plan has been found clear. */
export const isWashed = (plan: CoilPlan, progress: Record<string, SectionProgress>): boolean =>
  plan.sections.every((section) => progress[section.id]?.phase === 'clear');
