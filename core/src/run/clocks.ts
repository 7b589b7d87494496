import { DRYING_MARGIN } from '../dryout';
import { APPLY_S_PER_M2, RINSE_S_PER_M2, type CoilPlan, type Section } from '../method';
import { freshSection, type SectionProgress } from './fold';

/** How a section stands right now, as one word for the strip. */
export type SectionWord = 'waits' | 'wet' | 'soaking' | 'rinse now' | 'too long' | 'check' | 'clear' | 'again';

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
}

const phaseWords = { waits: 'waits', wet: 'wet', rinsed: 'check', clear: 'clear', again: 'again' } as const;

/** Latest rinse after foam on, s, and what sets it. Null when the plan uses no cleaner. */
export function rinseBy(plan: Pick<CoilPlan, 'dwell' | 'drySeconds'>): { seconds: number; limit: 'dries' | 'label' } | null {
  if (!plan.dwell) return null;
  const dries = plan.drySeconds === null ? Infinity : plan.drySeconds * DRYING_MARGIN;
  return dries < plan.dwell.maxS ? { seconds: dries, limit: 'dries' } : { seconds: plan.dwell.maxS, limit: 'label' };
}

/** The clock of one section. @param nowMs UTC ms; a device whose clock runs behind the event is taken as at foam-on */
export function sectionClock(plan: CoilPlan, sectionId: string, progress: SectionProgress, nowMs: number): SectionClock {
  if (progress.phase !== 'soaking' || progress.appliedAtMs === null) {
    const word = progress.phase === 'soaking' ? 'soaking' : phaseWords[progress.phase];
    return { sectionId, word, soakedS: null, readyAtS: null, rinseByS: null, limit: null };
  }
  const soakedS = Math.max(0, (nowMs - progress.appliedAtMs) / 1000);
  const latest = rinseBy(plan);
  const readyAtS = plan.dwell?.minS ?? 0;
  const rinseByS = latest?.seconds ?? null;
  const word = rinseByS !== null && soakedS > rinseByS ? 'too long' : soakedS >= readyAtS ? 'rinse now' : 'soaking';
  return { sectionId, word, soakedS, readyAtS, rinseByS, limit: latest?.limit ?? null };
}

export type NextAction =
  | { kind: 'wet-coil' }
  | { kind: 'apply' | 'rinse' | 'check'; section: Section }
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
 * The next best thing to do on one coil. A section past its minimum dwell is rinsed first, the one nearest its limit
 * before others; then torch checks; then the next section, but only if foaming it leaves time to rinse every soaking
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
  const ready = soaking.find(({ clock }) => clock.word !== 'soaking');
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
  const first = soaking[0];
  if (first)
    return { kind: 'wait', section: first.section, seconds: Math.max(0, (first.clock.readyAtS ?? 0) - (first.clock.soakedS ?? 0)) };
  return { kind: 'done' };
}

/** Whether one more section can be foamed now without any soaking section running past its limit. Times are from now, s. */
function fits(plan: CoilPlan, rows: number, soaking: { section: Section; clock: SectionClock }[], next: Section): boolean {
  const latest = rinseBy(plan)?.seconds ?? Infinity;
  const applied = applySeconds(next);
  const queue = [...soaking.map(({ section, clock }) => ({ section, foamOn: -(clock.soakedS ?? 0) })), { section: next, foamOn: 0 }];
  let handsFree = applied;
  for (const { section, foamOn } of queue) {
    const start = Math.max(handsFree, foamOn + (plan.dwell?.minS ?? 0));
    handsFree = start + rinseSeconds(section, rows);
    if (start > foamOn + latest) return false;
  }
  return true;
}

/** Whether every section of the plan has been found clear. */
export const isWashed = (plan: CoilPlan, progress: Record<string, SectionProgress>): boolean =>
  plan.sections.every((section) => progress[section.id]?.phase === 'clear');
