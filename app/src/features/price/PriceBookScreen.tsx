import type { PriceBookRecord } from '@elm-mist/contract';
import { PRICE_IDS, PRICE_NAMES, type PriceId, type PriceWay } from '@elm-mist/core/price';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { moneySign, priceBookQuery, useDraft, useSavePriceBook } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  Heading,
  OneOf,
  Part,
  Screen,
  ScreenHead,
  Small,
  space,
  ThumbBar,
  Trouble,
  Waiting,
} from '@/ui';
import { useSave } from '../shared/useSave';
import { Meanwhile } from '../shared/Meanwhile';
import { bookDraft, readBook, type BookDraft } from './priceForm';

const WAYS: { value: PriceWay; label: string }[] = [
  { value: 'fixed', label: 'Its own price' },
  { value: 'minutes', label: 'By the hour' },
];

/** Back to where it was opened from, or to the shop's own page. */
const leave = () => (router.canGoBack() ? router.back() : router.navigate('/more'));

/** What the shop charges: a price for each kind of work, by itself or by hands-on minutes, and for parts. */
export function PriceBookScreen() {
  const answer = useQuery(priceBookQuery);
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Price book" />}>
        {answer.isError ? (
          <Trouble what="The price book could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the price book" lines={8} />
        )}
      </Screen>
    );
  return <BookFields book={answer.data} />;
}

function BookFields({ book }: { book: PriceBookRecord }) {
  const change = useSavePriceBook();
  const [was, setWas] = useState(book);
  const [draft, keep, drop] = useDraft<BookDraft>('price-book', () => bookDraft(book), JSON.stringify(book));
  const [troubles, setTroubles] = useState<Record<string, string>>({});
  const { trouble, setTrouble, meanwhile, settle, save } = useSave();
  const setRow = (id: PriceId, change: Partial<BookDraft['rows'][PriceId]>) =>
    keep({ ...draft, rows: { ...draft.rows, [id]: { ...draft.rows[id], ...change } } });
  const setPart = (at: number, change: Partial<BookDraft['parts'][number]>) =>
    keep({ ...draft, parts: draft.parts.map((part, i) => (i === at ? { ...part, ...change } : part)) });
  const send = async (from: PriceBookRecord = was) => {
    const read = readBook(draft);
    if ('troubles' in read) {
      setTroubles(read.troubles);
      setTrouble('Not saved: look at what is marked.');
      return;
    }
    setTroubles({});
    await save(async () => {
      await change.mutateAsync({ ...read.book, was: from });
      drop();
    }, leave);
  };
  const choose = (mine: boolean) =>
    settle((there) => {
      const now = { ...was, ...there };
      setWas(now);
      if (mine) void send(now);
      else keep(bookDraft(now));
    });
  return (
    <Screen
      testID="price-book"
      head={<ScreenHead title="Price book" under="What each kind of work and each part costs" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => leave()} />
          <Act title="Save the prices" onPress={() => void send()} busy={change.isPending} testID="prices-save" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {meanwhile ? (
        <Meanwhile
          fields={meanwhile}
          names={{ rows: 'Prices', parts: 'Parts', facesIncluded: 'Faces included', validDays: 'Days a quote holds' }}
          onTheirs={() => choose(false)}
          onMine={() => choose(true)}
        />
      ) : null}
      <Body ink="inkSoft">Leave empty what you do not sell apart. By the hour counts hands-on minutes; waiting is never sold.</Body>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <Field
          label="Usual tax"
          value={draft.taxPct}
          onChange={(taxPct) => keep({ ...draft, taxPct })}
          unit="%"
          keyboard="decimal-pad"
          error={troubles['tax']}
          grow
          testID="prices-tax"
        />
        <Field
          label="Faces included"
          value={draft.facesIncluded}
          onChange={(facesIncluded) => keep({ ...draft, facesIncluded })}
          keyboard="number-pad"
          error={troubles['faces']}
          grow
        />
        <Field
          label="A quote holds, days"
          value={draft.validDays}
          onChange={(validDays) => keep({ ...draft, validDays })}
          keyboard="number-pad"
          error={troubles['days']}
          grow
        />
      </View>
      {PRICE_IDS.map((id) => (
        <Part key={id} title={<Heading>{PRICE_NAMES[id]}</Heading>}>
          <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap', alignItems: 'flex-end' }}>
            <Field
              label={draft.rows[id].way === 'minutes' ? 'An hour' : 'Price'}
              value={draft.rows[id].amount}
              onChange={(amount) => setRow(id, { amount })}
              unit={moneySign()}
              keyboard="decimal-pad"
              error={troubles[id]}
              grow
              testID={`price-${id}`}
            />
            <Field
              label="Tax of its own"
              value={draft.rows[id].taxPct}
              onChange={(taxPct) => setRow(id, { taxPct })}
              unit="%"
              keyboard="decimal-pad"
              grow
            />
            {id === 'labour' ? null : (
              <OneOf
                label={`How ${PRICE_NAMES[id]} is priced`}
                options={WAYS}
                value={draft.rows[id].way}
                onChange={(way) => setRow(id, { way })}
              />
            )}
          </View>
        </Part>
      ))}
      <Part title={<Heading>Parts</Heading>}>
        <Small ink="inkSoft">By the name that findings give them. A part without a price here is asked for on the quote.</Small>
        {draft.parts.map((part, i) => (
          <View key={i} style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
            <Field
              label={`Part ${i + 1}`}
              value={part.name}
              onChange={(name) => setPart(i, { name })}
              error={troubles[`part${i}`]}
              grow
              testID={`part-name-${i}`}
            />
            <Field
              label="Price"
              value={part.amount}
              onChange={(amount) => setPart(i, { amount })}
              unit={moneySign()}
              keyboard="decimal-pad"
              grow
              testID={`part-price-${i}`}
            />
            <Field
              label="Tax of its own"
              value={part.taxPct}
              onChange={(taxPct) => setPart(i, { taxPct })}
              unit="%"
              keyboard="decimal-pad"
              grow
            />
          </View>
        ))}
        <Companion
          title="Add a part"
          onPress={() => keep({ ...draft, parts: [...draft.parts, { name: '', amount: '', taxPct: '' }] })}
          testID="part-add"
        />
      </Part>
    </Screen>
  );
}
