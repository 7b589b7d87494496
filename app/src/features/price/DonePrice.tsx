import {
  coilName,
  currencyDigits,
  doneWork,
  findingLines,
  formatMoney,
  plannedWork,
  priceChanges,
  sumLines,
  workLines,
  type PriceBook,
  type PriceLine,
  type VisitState,
} from '@elm-mist/core';
import { View } from 'react-native';
import { shopCurrency, useVisit } from '@/data';
import { Heading, Label, LinkRow, Part, Row, Small, space, Strong } from '@/ui';
import { useJobs, usePriceBook } from './useVisitPrice';

/** What was accepted, as lines; null where nothing was. */
function acceptedLines(state: VisitState): Pick<PriceLine, 'id' | 'words' | 'net'>[] | null {
  const lines = state.quotes.flatMap((quote) => {
    const option = quote.options.find((row) => row.id === quote.answer?.value.optionId);
    return option?.lines ?? [];
  });
  return lines.length > 0 ? lines : null;
}

/** What the visit comes to by what was done, and how that differs from what was offered. */
export function DonePrice() {
  const book = usePriceBook();
  return book ? <DoneWith book={book} /> : null;
}

function DoneWith({ book }: { book: PriceBook }) {
  const { state, allCoils, findings } = useVisit();
  const jobs = useJobs();
  const currency = shopCurrency();
  const digits = currencyDigits(currency);
  const show = (amount: string) => formatMoney(amount, currency);
  const accepted = acceptedLines(state);
  const worked = findings.filter((life) =>
    state.findingSteps.some(({ value }) => value.findingId === life.findingId && (value.step === 'fixed' || value.step === 'done')),
  );
  // A price that was agreed stands for what is the same; the book prices the rest.
  const agreed = (line: PriceLine): PriceLine => {
    const was = accepted?.find((row) => row.id === line.id);
    return was && line.net === null ? { ...line, net: was.net, tax: line.tax ?? '0' } : line;
  };
  const lines = [
    ...workLines(doneWork(state, allCoils, book.facesIncluded), book, digits),
    ...worked.flatMap((life) => findingLines(life, book, digits)),
  ].map(agreed);
  if (lines.length === 0) return null;
  const done = sumLines(lines, digits);
  const before = accepted ?? workLines(plannedWork(jobs, book.facesIncluded), book, digits);
  const whyNot = (id: string): string => {
    const coil = allCoils.find((row) => id.startsWith(`${row.id}.`));
    const aside = coil ? state.skipped[coil.id]?.value : undefined;
    return aside ? `${coilName(coil ?? { role: 'condenser' })} left out: ${aside}` : '';
  };
  const changes = priceChanges(before, done.lines, digits, whyNot);
  return (
    <Part title={<Heading>What it comes to</Heading>} testID="done-price">
      <View>
        {done.lines.map((line) => (
          <Row
            key={line.id}
            label={`${Number(line.quantity) === 1 ? '' : `${line.quantity} × `}${line.words}`}
            value={line.net === null ? 'no price' : show(line.net)}
          />
        ))}
        {Number(done.tax) === 0 ? null : <Row label="Tax" value={show(done.tax)} />}
        <Row label="To pay">
          <Strong>{show(done.total)}</Strong>
        </Row>
      </View>
      {done.unpriced.length > 0 ? <LinkRow title="Not all of it has a price" under={done.unpriced.join('; ')} href="/shop/prices" /> : null}
      {changes.length > 0 ? (
        <View style={{ gap: space.xs }} testID="price-changes">
          <Label>{accepted ? 'Not as accepted' : 'Not as planned'}</Label>
          {changes.map((row) => (
            <View key={row.id}>
              <Row label={row.words} value={`${row.change.startsWith('-') ? '−' : '+'}${show(row.change.replace('-', ''))}`} />
              <Small ink="inkSoft">{row.why}</Small>
            </View>
          ))}
        </View>
      ) : (
        <Small ink="inkSoft">{accepted ? 'As accepted.' : 'As planned.'}</Small>
      )}
    </Part>
  );
}
