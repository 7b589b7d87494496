import { concentrateOf } from '@elm-mist/core/truck';
import { type CoilPlan, type mergedKit, whyKit } from '@elm-mist/core/method';
import type { FindingPart } from '@elm-mist/core/survey';
import { formatQuantity } from '@elm-mist/core/units';
import { useHouseRules } from '@/data';
import { Body, Heading, Label, Part, Row, Why } from '@/ui';
import { partsLine } from '../findings/findingWords';

const kitWords = ({ what, quantity }: { what: string; quantity: string }): string =>
  quantity === '' || quantity === '1' ? what : `${what} (${quantity})`;

/** What goes from the truck to the unit: parts, what to wear, what to carry, and what is mixed from. */
export function KitPart({
  kit,
  parts,
  small,
  plans,
}: {
  kit: ReturnType<typeof mergedKit>;
  parts: readonly FindingPart[];
  small: readonly FindingPart[];
  plans: readonly CoilPlan[];
}) {
  const { units } = useHouseRules();
  return (
    <Part title={<Heading>From the truck</Heading>}>
      {parts.length > 0 ? (
        <>
          <Label ink="inkSoft">Parts promised</Label>
          <Body>{partsLine(parts)}</Body>
        </>
      ) : null}
      {small.length > 0 ? (
        <>
          <Label ink="inkSoft">For small things noted, put right in passing</Label>
          <Body testID="plan-small">{partsLine(small)}</Body>
        </>
      ) : null}
      <Label ink="inkSoft">Wear</Label>
      <Body>
        {kit
          .filter((item) => item.kind === 'protection')
          .map(kitWords)
          .join(' · ')}
      </Body>
      <Why because={whyKit(kit)}>
        <Label ink="inkSoft">Carry</Label>
      </Why>
      <Body>
        {kit
          .filter((item) => item.kind === 'tool')
          .map(kitWords)
          .join(' · ')}
      </Body>
      {plans.map((row) =>
        row.cleanerId && concentrateOf(row) !== null ? (
          <Row
            key={row.coilId}
            label={row.cleanerName}
            value={
              row.cans
                ? `${row.cans} ${row.cans === 1 ? 'can' : 'cans'}`
                : formatQuantity({ kind: 'volume', litres: concentrateOf(row) ?? 0 }, units)
            }
          />
        ) : null,
      )}
    </Part>
  );
}
