import { trustedSeconds } from '../dryout';
import { APPLY_S_PER_M2, preWetOf, rinsePaceOf, type CoilPlan, type Section } from '../method';
import { progressOf, type CoilRun } from './coilRun';
import { mistBy, rinseBy, rinseSeconds, type LastRinse } from './foam';
import { againWays } from './rinseSigns';
import type { SectionProgress } from './visitState';
import { condensateClock } from './powerUp';

/** How a section stands right now, as one word for the strip. */
export type SectionWord =
  | 'waits'
  | 'wet'
  | 'soaking'
  | 'mist now'
  | 'rinse now'
  | 'too long'
  | 'close up'
  | 'condensing'
  | 'look now'
  | 'check'
  | 'clear'
  | 'left'
  | 'again';

/** The clock of one section. */
export interface SectionClock {
  sectionId: string;
  word: SectionWord;
  /** Seconds since foam on; null unless soaking. */
  soakedS: number | null;
  /** Seconds from foam on to the earliest rinse. */
  readyAtS: number | null;
  /** Seconds from foam on to the latest rinse: label maximum or drying with its margin, whichever is first; null where nothing limits it. */
  rinseByS: number | null;
  /** What sets `rinseByS`. */
  limit: 'dries' | 'label' | null;
  /** Seconds from foam on by which it has to be wetted again; null when it need not, or may not. */
  mistByS: number | null;
}

const phaseWords = {
  waits: 'waits',
  wet: 'wet',
  soaking: 'soaking',
  rinsed: 'check',
  clear: 'clear',
  again: 'again',
  left: 'left',
} as const;

/** Warning before foam has to be misted, s: enough to put the gun down and take the hose. Common practice, no source. */
export const MIST_LEAD_S = 45;

/**
 * Latest rinse of a section as it is planned, misted as often as the plan says, and what sets it.
 * @param plan of the coil
 * @param section the piece; its own face's drying where it is known
 * @returns null when the plan uses no cleaner, or nothing limits it
 * @example plannedRinseBy(planCoil(coil(), graded(3), { ...mildDay, site: null }, shelf, house())).seconds // 600
 */
export function plannedRinseBy(plan: CoilPlan, section?: Section): LastRinse | null {
  if (!plan.dwell) return null;
  const dries = trustedSeconds(section?.drySeconds ?? plan.drySeconds) * ((plan.mists ?? 0) + 1);
  const longest = plan.dwell.maxS ?? Infinity;
  if (dries < longest) return { seconds: dries, limit: 'dries' };
  return longest === Infinity ? null : { seconds: longest, limit: 'label' };
}

/**
 * The clock of one section, from what is on it and nothing else.
 * @param run of its coil
 * @param section which
 * @param nowMs UTC ms; a device whose clock runs behind the entry is taken as at foam-on
 * @returns word and times, s from foam on
 * @example sectionClock(freshRun(planCoil(coil(), graded(3), mildDay, shelf, house())), planCoil(coil(), graded(3), mildDay, shelf, house()).sections[0], 0).word // "waits"
 */
export function sectionClock(run: Pick<CoilRun, 'progress' | 'power'>, section: Section, nowMs: number): SectionClock {
  const { phase, foam } = progressOf(run, section.id);
  const sectionId = section.id;
  if (!foam) return { sectionId, word: phaseWords[phase], soakedS: null, readyAtS: null, rinseByS: null, limit: null, mistByS: null };
  const soakedS = Math.max(0, (nowMs - foam.appliedAtMs) / 1000);
  const latest = rinseBy(foam);
  const readyAtS = foam.dwell.minS;
  const rinseByS = latest?.seconds ?? null;
  const mistByS = mistBy(foam, section);
  const ready = soakedS >= readyAtS;
  const word = (): SectionWord => {
    if (foam.ending === 'condensate') {
      if (!ready) return 'soaking';
      const untilMs = condensateClock(run.power);
      return untilMs === null ? 'close up' : nowMs < untilMs ? 'condensing' : 'look now';
    }
    if (rinseByS !== null && soakedS > rinseByS) return 'too long';
    if (ready) return 'rinse now';
    return mistByS !== null && soakedS >= mistByS - MIST_LEAD_S ? 'mist now' : 'soaking';
  };
  return { sectionId, word: word(), soakedS, readyAtS, rinseByS, limit: latest?.limit ?? null, mistByS };
}

/** What is to be done next on one coil. */
export type NextAction =
  | { kind: 'wet-coil' }
  | { kind: 'apply' | 'mist' | 'rinse' | 'check'; section: Section }
  | { kind: 'wait'; section: Section; seconds: number }
  /** Foam has worked and condensate is to rinse it: close up and give power back. */
  | { kind: 'close-up' }
  | { kind: 'condense'; seconds: number }
  | { kind: 'look' }
  | { kind: 'done' };

/**
 * True when a section is to be foamed in its coming pass; false when plain water does it. Another pass goes by what was seen.
 * @param plan of the coil
 * @param progress of the section
 * @returns true when cleaner goes on
 * @example needsFoam(planCoil(coil(), graded(3), mildDay, shelf, house()), freshSection()) // true
 */
export const needsFoam = (plan: CoilPlan, progress: SectionProgress): boolean =>
  plan.dwell !== null && (progress.phase === 'again' ? againWays(progress.stillWrong?.signs ?? []).includes('foam') : !plan.waterFirst);

/** Hands-on time to foam a section, s. Common practice, no source. @example applySeconds({ areaM2: 2 }) // 90 */
export const applySeconds = (section: Pick<Section, 'areaM2'>): number => section.areaM2 * APPLY_S_PER_M2;

/** Phases of a section that still has to be washed. */
const OPEN: readonly SectionProgress['phase'][] = ['waits', 'wet', 'again'];

/**
 * The next best thing to do on one coil. Foam about to dry is misted first; then a section past its minimum dwell is rinsed, the one nearest
 * its limit before others; then torch checks; then the next section, but only if foaming it leaves time to rinse every soaking
 * section, and it, before their limits; else wait. Where condensate rinses, the rest follows the power.
 * @param run of the coil
 * @param nowMs UTC ms
 * @returns what to do, with its section or its seconds
 * @example nextAction(freshRun(planCoil(coil(), graded(3), mildDay, shelf, house())), 0).kind // "wet-coil"
 */
export function nextAction(run: CoilRun, nowMs: number): NextAction {
  const { plan } = run;
  const rows = run.sections.map((section) => ({
    section,
    state: progressOf(run, section.id),
    clock: sectionClock(run, section, nowMs),
  }));
  const untouched = rows.length > 0 && rows.every(({ state }) => state.phase === 'waits');
  if (untouched && plan.verdict === 'wash' && plan.dwell && !plan.waterFirst && preWetOf(plan) !== 'dry') return { kind: 'wet-coil' };

  const soaking = rows.filter(({ state }) => state.foam).sort((a, b) => (b.clock.soakedS ?? 0) - (a.clock.soakedS ?? 0));
  const drying = soaking.find(({ clock }) => clock.word === 'mist now');
  if (drying) return { kind: 'mist', section: drying.section };
  const leftS = ({ clock }: (typeof rows)[number]) => (clock.rinseByS ?? Infinity) - (clock.soakedS ?? 0);
  const due = soaking.filter(({ clock }) => clock.word === 'rinse now' || clock.word === 'too long');
  const ready = due.reduce<(typeof rows)[number] | undefined>((best, row) => (!best || leftS(row) < leftS(best) ? row : best), undefined);
  if (ready) return { kind: 'rinse', section: ready.section };

  // Where nothing is to be washed any more, foam comes off and that is all.
  const toCheck = plan.verdict === 'wash' ? rows.find(({ state }) => state.phase === 'rinsed') : undefined;
  if (toCheck) return { kind: 'check', section: toCheck.section };

  const next = plan.verdict === 'wash' ? rows.find(({ state }) => OPEN.includes(state.phase)) : undefined;
  if (next) {
    if (!needsFoam(plan, next.state)) {
      if (soaking.length === 0) return { kind: 'rinse', section: next.section };
    } else if (soaking.length === 0 || fits(run, soaking, next.section)) {
      return { kind: 'apply', section: next.section };
    }
  }
  const waiting = soaking
    .filter(({ clock }) => clock.word === 'soaking')
    .map(({ section, clock }) => {
      const dueS = clock.mistByS === null ? (clock.readyAtS ?? 0) : clock.mistByS - MIST_LEAD_S;
      return { section, seconds: Math.max(0, dueS - (clock.soakedS ?? 0)) };
    })
    // What condensate rinses is closed up only when all of it is ready; what is rinsed by hand, one by one.
    .sort((a, b) => (plan.ending === 'condensate' ? b.seconds - a.seconds : a.seconds - b.seconds))[0];
  if (waiting) return { kind: 'wait', ...waiting };
  const words = new Set(soaking.map(({ clock }) => clock.word));
  if (words.has('close up')) return { kind: 'close-up' };
  if (words.has('condensing')) return { kind: 'condense', seconds: Math.max(0, ((condensateClock(run.power) ?? nowMs) - nowMs) / 1000) };
  if (words.has('look now')) return { kind: 'look' };
  return { kind: 'done' };
}

/** Whether one more section can be foamed now without any soaking section running past its limit. Times are from now, s. */
function fits({ plan }: CoilRun, soaking: { section: Section; clock: SectionClock }[], next: Section): boolean {
  const applied = applySeconds(next);
  const byHand = soaking.filter(({ clock }) => clock.rinseByS !== null);
  const queue = [
    ...byHand.map(({ section, clock }) => ({
      section,
      earliest: (clock.readyAtS ?? 0) - (clock.soakedS ?? 0),
      latest:
        (clock.mistByS === null ? (clock.rinseByS ?? Infinity) : (plannedRinseBy(plan, section)?.seconds ?? Infinity)) -
        (clock.soakedS ?? 0),
    })),
    { section: next, earliest: plan.dwell?.minS ?? 0, latest: plannedRinseBy(plan, next)?.seconds ?? Infinity },
  ];
  let handsFree = applied;
  for (const { section, earliest, latest } of queue) {
    const start = Math.max(handsFree, earliest);
    handsFree = start + rinseSeconds(section, rinsePaceOf(plan));
    if (start > latest) return false;
  }
  return true;
}
