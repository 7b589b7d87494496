import { dayLater } from '@elm-mist/core/clock';
import { emptyBook, formatMoney, type PriceBook, currencyDigits, quoteOptions } from '@elm-mist/core/price';
import { isOpenFinding, isPromised, wholeFinding } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { dayOf, sharedNow, shopCurrency, useDraft, useVisit } from '@/data';
import { Act, AnyOf, Banner, Companion, Empty, Field, Label, LinkRow, Small, space } from '@/ui';
import { readAmountText, typedAmounts, type QuoteDraft } from './quoteDraft';
import { QuoteLines } from './QuoteOptions';
import { useJobs, usePriceBook, useWays } from './useVisitPrice';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** A quote is put together: which ways to open, which findings, and a price for what the book has none for. */
export function MakeQuote({ done, first }: { done: () => void; first: string | null }) {
  const book = usePriceBook();
  // Without signal and never read, it is an empty one: prices are then typed on the quote.
  return <MakeWith book={book ?? emptyBook()} done={done} first={first} />;
}

function MakeWith({ book, done, first }: { book: PriceBook; done: () => void; first: string | null }) {
  const { findings, detail, state, record } = useVisit();
  const ways = useWays(useJobs());
  const currency = shopCurrency();
  const today = dayOf(sharedNow());
  const offers = findings.filter((life) => isOpenFinding(life) && !isPromised(life));
  const washed = Object.values(state.sections).some((coil) => Object.values(coil).some((section) => section.rinsedAtMs !== null));
  const [draft, keep, drop] = useDraft<QuoteDraft>(`quote.${detail.visit.id}`, () => ({
    ways: null,
    findingIds: null,
    typed: {},
    validUntil: dayLater(today, book.validDays),
    note: '',
  }));
  const [trouble, setTrouble] = useState<Record<string, string>>({});
  // What is washed already is not offered any more.
  const chosenWays = draft.ways ?? (washed ? [] : ways.filter((way) => way.id === 'proposed').map((way) => way.id as string));
  const chosenFindings = draft.findingIds ?? (first ? [first] : offers.map((life) => life.findingId));
  const { options, open } = quoteOptions(
    { ways: chosenWays, findingIds: chosenFindings, typed: typedAmounts(draft.typed) },
    ways,
    offers,
    book,
    currencyDigits(currency),
  );
  const wanted = new Map(open.map((line) => [line.id, line]));
  // A line that was priced by hand stays in sight, so that it can be put right.
  const typedIds = options.flatMap((option) => option.lines).filter((line) => line.id in draft.typed && !wanted.has(line.id));
  const asked = [...open.map(({ id, words }) => ({ id, words })), ...typedIds.map(({ id, words }) => ({ id, words }))].filter(
    (row, i, all) => all.findIndex((other) => other.id === row.id) === i,
  );
  const offer = () => {
    const found: Record<string, string> = {};
    for (const line of open)
      found[line.id] = (draft.typed[line.id] ?? '').trim() === '' ? 'Say what it costs; 0 for nothing.' : 'An amount such as 84.50.';
    if (!DAY.test(draft.validUntil)) found['validUntil'] = 'A day like 2026-07-11.';
    else if (draft.validUntil < today) found['validUntil'] = 'That day is past.';
    setTrouble(found);
    if (Object.keys(found).length > 0) return;
    const number = `${detail.visit.day}-${String(Math.floor(detail.visit.startMinute / 60)).padStart(2, '0')}${String(detail.visit.startMinute % 60).padStart(2, '0')}-${state.quotes.length + 1}`;
    if (record({ kind: 'quote.made', data: { number, currency, options, validUntil: draft.validUntil, note: draft.note.trim() } })) {
      drop();
      done();
    }
  };
  if (ways.length === 0 && offers.length === 0)
    return (
      <Empty title="Nothing to offer yet">
        A quote takes the wash from the plans, and findings from what was noted. Plan the coils, or note a finding, and come back.
      </Empty>
    );
  return (
    <View style={{ gap: space.m }} testID="make-quote">
      {ways.length > 0 ? (
        <>
          <Label>Ways to open, side by side</Label>
          <AnyOf
            label="Ways to open"
            options={ways.map((way) => ({ value: way.id, label: `${way.name}, ${formatMoney(way.total, currency)}` }))}
            value={chosenWays}
            onChange={(chosen) => keep({ ...draft, ways: chosen })}
          />
        </>
      ) : null}
      {offers.length > 0 ? (
        <>
          <Label>Findings</Label>
          <AnyOf
            label="Findings"
            options={offers.map((life) => ({ value: life.findingId, label: wholeFinding(life).name }))}
            value={chosenFindings}
            onChange={(findingIds) => keep({ ...draft, findingIds })}
          />
        </>
      ) : null}
      {asked.map((line) => (
        <Field
          key={line.id}
          label={`${line.words}: no price in the book`}
          value={draft.typed[line.id] ?? ''}
          onChange={(text) => keep({ ...draft, typed: { ...draft.typed, [line.id]: text } })}
          unit={currency}
          keyboard="decimal-pad"
          error={trouble[line.id] && readAmountText(draft.typed[line.id] ?? '') === null ? trouble[line.id] : undefined}
          testID={`price-${line.id.split('.').at(-1) ?? ''}`}
        />
      ))}
      {open.length > 0 ? <LinkRow title="Price book" under="Put a price on it once, for every quote" href="/shop/prices" /> : null}
      {options.length === 0 ? <Banner tone="wait">Choose a way to open or a finding.</Banner> : null}
      {options.map((option) => (
        <QuoteLines key={option.id} option={option} currency={currency} only={options.length === 1} />
      ))}
      <Field
        label="Valid until"
        value={draft.validUntil}
        onChange={(validUntil) => keep({ ...draft, validUntil })}
        error={trouble['validUntil']}
        testID="quote-valid"
      />
      <Field label="Word to the customer" value={draft.note} onChange={(note) => keep({ ...draft, note })} multiline />
      <Small ink="inkSoft">Once it is offered it stands as it is. Another can be made beside it.</Small>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        {state.quotes.length > 0 ? <Companion title="Not now" onPress={done} /> : null}
        <Act title="Offer it" onPress={offer} disabled={options.length === 0} testID="quote-offer" />
      </View>
    </View>
  );
}
