import { requireInRange } from '../../errors';
import { createEmptyCard, fsrs, Rating, State, type Card } from 'ts-fsrs';
import type { UnitSystem } from '../../units';
import { DRILL_FAMILIES, type Drill, type DrillFamily } from './drill';
import { drillOf } from './drillOf';

/** One question that was answered. */
export interface DrillDone {
  atMs: number;
  family: DrillFamily;
  skill: string;
  seed: number;
  right: boolean;
}

/** How somebody stands with one family. */
export interface FamilyStanding {
  family: DrillFamily;
  /** Of the last month: how many were asked, and how many were right. */
  asked: number;
  right: number;
  /** Skills that are due again, and when the next one is; null where nothing was ever asked. */
  due: number;
  nextMs: number | null;
  /** Its last twelve were right, all within a month. */
  ready: boolean;
}

/** Free Spaced Repetition Scheduler without its chance, so that the same answers always give the same days. */
const scheduler = fsrs({ enable_fuzz: false });
const MONTH_MS = 30 * 86_400_000;
/** So many right in a row say that a family is known. */
export const READY_RUN = 12;
/** Seeds that are tried for one of a wanted skill. */
const TRIES = 400;

/** The card of each skill, by what was answered. */
function cardsOf(done: readonly DrillDone[]): Map<string, { family: DrillFamily; card: Card }> {
  const cards = new Map<string, { family: DrillFamily; card: Card }>();
  for (const { skill, family, atMs, right } of [...done].sort((a, b) => a.atMs - b.atMs)) {
    const before: Card = cards.get(skill)?.card ?? createEmptyCard(new Date(atMs));
    cards.set(skill, { family, card: scheduler.next(before, new Date(atMs), right ? Rating.Good : Rating.Again).card });
  }
  return cards;
}

/**
 * How somebody stands with each family.
 * @param done everything that they answered
 * @param nowMs UTC ms
 * @returns every family, in the order of the table
 * @example drillStandings([], 0)[0].ready // false
 */
export function drillStandings(done: readonly DrillDone[], nowMs: number): FamilyStanding[] {
  const cards = [...cardsOf(done).values()];
  return DRILL_FAMILIES.map((family) => {
    const own = done.filter((row) => row.family === family && row.atMs > nowMs - MONTH_MS).sort((a, b) => a.atMs - b.atMs);
    const dues = cards.filter((row) => row.family === family).map(({ card }) => card.due.getTime());
    const last = own.slice(-READY_RUN);
    return {
      family,
      asked: own.length,
      right: own.filter((row) => row.right).length,
      due: dues.filter((dueMs) => dueMs <= nowMs).length,
      nextMs: dues.length > 0 ? Math.min(...dues) : null,
      ready: last.length === READY_RUN && last.every((row) => row.right),
    };
  });
}

/**
 * What to ask next: what was missed and is due, longest overdue first; else what was asked least.
 * @param done everything that they answered
 * @param nowMs UTC ms
 * @param seed of the draw
 * @param system units to ask in
 * @param only one family alone; null for all
 * @returns the question
 * @throws CoreError `seed`
 * @example nextDrill([], 0, 7, 'us').skill.length > 0 // true
 */
export function nextDrill(
  done: readonly DrillDone[],
  nowMs: number,
  seed: number,
  system: UnitSystem,
  only: DrillFamily | null = null,
): Drill {
  requireInRange('seed', seed, -Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER);
  const due = [...cardsOf(done)]
    .filter(([, { family, card }]) => (only === null || family === only) && card.state !== State.New && card.due.getTime() <= nowMs)
    .sort(([, a], [, b]) => a.card.due.getTime() - b.card.due.getTime())[0];
  if (due) {
    const [skill, { family }] = due;
    for (let i = 0; i < TRIES; i += 1) {
      const drill = drillOf(family, seed + i, system);
      if (drill.skill === skill) return drill;
    }
    return drillOf(family, seed, system);
  }
  const families = only ? [only] : DRILL_FAMILIES;
  const asked = (family: DrillFamily) => done.filter((row) => row.family === family).length;
  const least = [...families].sort((a, b) => asked(a) - asked(b))[0] ?? 'ratio';
  return drillOf(least, seed, system);
}
