import type { EventKind, VisitEvent, VisitState } from '../run';

/** Kinds of entries that leave a visit which is open with something new for others to read. */
const CHANGES_SUMMARY: ReadonlySet<EventKind> = new Set<EventKind>([
  'identity.noted',
  'site.noted',
  'story.noted',
  'finding.noted',
  'finding.step',
  'finding.closed',
  'quote.made',
  'quote.answered',
  'coil.surveyed',
  'coil.regraded',
  'reading.taken',
  'readings.held',
  'plan.made',
  'light.measured',
  'coil.checked',
  'visit.suspended',
  'visit.resumed',
  'past.noted',
  'visit.closed',
  'visit.cancelled',
  'visit.reopened',
  'event.undone',
]);

/**
 * Whether entries may have changed what others read of a visit (`visitSummary`, and its findings, quotes and pause), beside who was at it last.
 * Most of what is entered in a wash does not while the visit is open; what it took and cost is told once it is closed, and then by any entry.
 * @param state the visit as these entries leave it
 * @param added the entries
 * @returns false only where reading it again would give the same
 * @example changesSummary({ closed: null }, [{ kind: 'note.added' }]) // false
 */
export const changesSummary = (state: Pick<VisitState, 'closed'>, added: readonly Pick<VisitEvent, 'kind'>[]): boolean =>
  state.closed !== null || added.some(({ kind }) => CHANGES_SUMMARY.has(kind));
