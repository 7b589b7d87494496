import { formatMoney } from '@elm-mist/core/price';
import type { QuoteOption } from '@elm-mist/core/run';
import { View } from 'react-native';
import { Label, Row, Small, space, Strong } from '@/ui';

/** One option of a quote, line by line. */
export function QuoteLines({ option, currency, only }: { option: QuoteOption; currency: string; only: boolean }) {
  const show = (amount: string) => formatMoney(amount, currency);
  return (
    <View style={{ gap: space.xs }} testID={`option-${option.id}`}>
      {only ? null : <Label>{option.name}</Label>}
      <View>
        {option.lines.map((line) => (
          <Row key={line.id} label={Number(line.quantity) === 1 ? line.words : `${line.quantity} × ${line.words}`} value={show(line.net)} />
        ))}
        {Number(option.tax) === 0 ? null : <Row label="Tax" value={show(option.tax)} />}
        <Row label="To pay">
          <Strong>{show(option.total)}</Strong>
        </Row>
      </View>
      {option.leaves ? <Small ink="inkSoft">{`Leaves: ${option.leaves}`}</Small> : null}
    </View>
  );
}
