import { AGREED, formatMoney, type PriceBook } from '@elm-mist/core/price';
import { View } from 'react-native';
import { shopCurrency } from '@/data';
import { Heading, Label, LinkRow, Part, Row, Small, space, Strong } from '@/ui';
import { useCovered, useDonePrice, usePriceBook } from './useVisitPrice';

/** What the visit comes to by what was done, and how that differs from what was offered. */
export function DonePrice() {
  const book = usePriceBook();
  return book ? <DoneWith book={book} /> : null;
}

function DoneWith({ book }: { book: PriceBook }) {
  const done = useDonePrice(book);
  const covered = useCovered();
  if (!done) return null;
  const { accepted, changes } = done;
  const show = (amount: string) => formatMoney(amount, shopCurrency());
  return (
    <Part title={<Heading>What it comes to</Heading>} testID="done-price">
      <View>
        {done.lines.map((line) => (
          <Row
            key={line.id}
            label={`${Number(line.quantity) === 1 ? '' : `${line.quantity} × `}${line.words}`}
            value={line.net === null ? 'no price' : line.how === AGREED ? AGREED : show(line.net)}
          />
        ))}
        {Number(done.tax) === 0 ? null : <Row label="Tax" value={show(done.tax)} />}
        <Row label="To pay">
          <Strong>{show(done.total)}</Strong>
        </Row>
      </View>
      {covered ? <Small>{`Visit ${covered.visit} of ${covered.of} in its year, by agreement.`}</Small> : null}
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
