import { coilName } from '../equipment';
import type { FindingLife, QuoteLine, VisitState } from '../run';
import type { PriceBook } from './book';
import { findingLines, priceChanges, sumLines, workLines, type PriceChange, type Priced, type PriceLine } from './price';
import { doneWork, plannedWork, type PricedCoil } from './work';
import type { CoilPlan } from '../method';

/** What a visit comes to by what was done, held against what was accepted, else against its plans. */
export interface VisitPrice extends Priced {
  /** Whether it is held against a quote that was accepted. */
  accepted: boolean;
  changes: PriceChange[];
}

/** Lines that the customer accepted, each once; of two quotes the later one. */
function acceptedLines(state: VisitState): Map<string, QuoteLine> {
  return new Map(
    state.quotes.flatMap((quote) => {
      const option = quote.options.find((row) => row.id === quote.answer?.value.optionId);
      return (option?.lines ?? []).map((line): [string, QuoteLine] => [line.id, line]);
    }),
  );
}

/**
 * What a visit comes to: what was done by the price book, but what was accepted and done as planned at the price that was agreed, whatever the
 * book says by now.
 * @param visit its state, coils, plans and findings
 * @param book of the shop
 * @param digits decimals that the currency is paid in
 * @returns lines and sums, and each line that differs with why; null where nothing was done that is priced
 * @throws CoreError unreadable when the book holds what is no amount
 * @example visitPrice({ state: foldVisit('v', 'split-cool', []), coils: [], jobs: [], findings: [] }, emptyBook(), 2) // null
 */
export function visitPrice(
  visit: {
    state: VisitState;
    coils: readonly PricedCoil[];
    jobs: readonly { coil: PricedCoil; plan: CoilPlan }[];
    findings: readonly FindingLife[];
  },
  book: PriceBook,
  digits: number,
): VisitPrice | null {
  const { state, coils, jobs, findings } = visit;
  const agreed = acceptedLines(state);
  const worked = findings.filter((life) =>
    state.findingSteps.some(({ value }) => value.findingId === life.findingId && (value.step === 'fixed' || value.step === 'done')),
  );
  const lines = [
    ...workLines(doneWork(state, coils, book.facesIncluded), book, digits),
    ...worked.flatMap((life) => findingLines(life, book, digits)),
  ].map((line): PriceLine => {
    const was = agreed.get(line.id);
    return was && line.why === '' && was.quantity === line.quantity ? { ...line, net: was.net, taxPct: was.taxPct, tax: was.tax } : line;
  });
  if (lines.length === 0) return null;
  const before = agreed.size > 0 ? [...agreed.values()] : workLines(plannedWork(jobs, book.facesIncluded), book, digits);
  const whyNot = (id: string): string => {
    const coil = coils.find((row) => id.startsWith(`${row.id}.`));
    const aside = coil ? state.skipped[coil.id]?.value : undefined;
    return coil && aside ? `${coilName(coil)} left out: ${aside}` : '';
  };
  return { ...sumLines(lines, digits), accepted: agreed.size > 0, changes: priceChanges(before, lines, digits, whyNot) };
}
