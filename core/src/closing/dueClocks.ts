import { agreedDue, type Agreement } from '../agreement';
import { longDay } from '../clock';
import { UPKEEP_IDS, UPKEEP_NAMES } from '../interval';
import { wholeFinding, type FindingLife, type VisitState } from '../run';

/** What can be due at a system, each by a clock of its own. */
export const DUE_KINDS = ['coil', ...UPKEEP_IDS, 'agreed', 'ask-again', 'renewal'] as const;
/** One of `DUE_KINDS`. */
export type DueKind = (typeof DUE_KINDS)[number];

/** The same in words. */
export const DUE_KIND_NAMES: Record<DueKind, string> = {
  ...UPKEEP_NAMES,
  coil: 'Coil',
  agreed: 'Visit by agreement',
  'ask-again': 'Declined, to be asked again',
  renewal: 'Agreement ends',
};

/** One clock of a system, and what it stands at. */
export interface DueClock {
  kind: DueKind;
  /** Which: a coil, or a finding; empty where a system has one of its kind. */
  of: string;
  /** ISO day. */
  due: string;
  why: string;
  /** Rule that it runs by, where it can be set going again by itself. */
  ruleId: string | null;
  /** When this was told, UTC. */
  at: string;
}

/**
 * What a closed visit told of its system's clocks.
 * @param state of the visit
 * @param coilIds of the visit
 * @returns one for each coil, and for whatever else it told; none while the visit is not closed
 * @example closingClocks(foldVisit('v', 'split-cool', []), ['o']) // []
 */
export function closingClocks(state: VisitState, coilIds: readonly string[]): DueClock[] {
  if (!state.closed) return [];
  const { at, value } = state.closed;
  const coils = value.coils ?? coilIds.map((coilId) => ({ coilId, nextDue: value.nextDue, why: value.why }));
  return [
    ...coils.map(({ coilId, nextDue, why }): DueClock => ({ kind: 'coil', of: coilId, due: nextDue, why, ruleId: null, at })),
    ...(value.upkeep ?? []).map(({ id, nextDue, why, ruleId }): DueClock => ({ kind: id, of: '', due: nextDue, why, ruleId, at })),
  ];
}

/**
 * What is due at a system: of each clock what was told last, by a closing or by hand between visits.
 * @param told by closings of its visits, the oldest visit first
 * @param byHand set between visits
 * @param findings of the system
 * @param agreement with its owner; null for none
 * @param visited ISO days of its closed visits
 * @returns clocks, soonest first
 * @throws RangeError days of an agreement that are none
 * @example systemClocks([], [], [], null, []) // []
 */
export function systemClocks(
  told: readonly DueClock[],
  byHand: readonly DueClock[],
  findings: readonly FindingLife[],
  agreement: Agreement | null,
  visited: readonly string[],
): DueClock[] {
  const last = new Map<string, DueClock>();
  for (const clock of told) last.set(`${clock.kind} ${clock.of}`, clock);
  for (const clock of byHand) {
    const known = last.get(`${clock.kind} ${clock.of}`);
    // What was never told by a visit is no clock of this system; a visit after it goes before what was set.
    if (known && known.at < clock.at) last.set(`${clock.kind} ${clock.of}`, { ...clock, ruleId: known.ruleId });
  }
  const next = agreement && agreedDue(agreement, visited);
  const clocks: DueClock[] = [
    ...last.values(),
    ...findings.flatMap((life): DueClock[] => {
      const step = life.standing === 'declined' ? [...life.steps].reverse().find(({ value }) => value.step === 'declined') : undefined;
      const { findingId } = life;
      return step?.value.day
        ? [{ kind: 'ask-again', of: findingId, due: step.value.day, why: askWords(life, step.value.words), ruleId: null, at: step.at }]
        : [];
    }),
    ...(agreement && next ? [{ kind: 'agreed' as const, of: '', due: next.day, why: next.why, ruleId: null, at: '' }] : []),
    ...(agreement
      ? [
          {
            kind: 'renewal' as const,
            of: '',
            due: agreement.renews,
            why: `The agreement ends on ${longDay(agreement.renews)}, unless it is renewed.`,
            ruleId: null,
            at: '',
          },
        ]
      : []),
  ];
  return clocks.sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : DUE_KINDS.indexOf(a.kind) - DUE_KINDS.indexOf(b.kind)));
}

const askWords = (life: FindingLife, words: string): string => `${wholeFinding(life).name}: declined, “${words.trim()}”.`;
