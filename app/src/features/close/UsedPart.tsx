import type { CleanerRecord } from '@elm-mist/contract';
import { usedFromShelf } from '@elm-mist/core/run';
import { formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Companion, Field, Heading, Part, Row, Small, space, Strong } from '@/ui';
import { readAmount } from '../shared/typed';

const MOST_L = 500;

/** What the visit takes from the shelf when it is closed: the sum of its mixes, or as put right here. */
export function UsedPart() {
  const { state, shelf, house } = useVisit();
  const used = Object.entries(usedFromShelf(state)).flatMap(([cleanerId, litres]) => {
    const cleaner = shelf.find((row) => row.id === cleanerId);
    return cleaner ? [{ cleaner, litres }] : [];
  });
  if (used.length === 0) return null;
  return (
    <Part title={<Heading>Taken from the shelf</Heading>}>
      <View>
        {used.map(({ cleaner, litres }) => (
          <UsedLine key={cleaner.id} cleaner={cleaner} litres={litres} units={house.units} />
        ))}
      </View>
      <Small ink="inkSoft">
        {state.closed
          ? 'Taken from stock. Put right, only the difference moves; opened again, it all goes back.'
          : 'Comes off the stock when the visit is closed. Put back what was not used.'}
      </Small>
    </Part>
  );
}

function UsedLine({ cleaner, litres, units }: { cleaner: CleanerRecord; litres: number; units: UnitSystem }) {
  const { record } = useVisit();
  const [text, setText] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const keep = () => {
    const read = readAmount(text ?? '', 'Used', units, 0, MOST_L);
    if ('trouble' in read) {
      setTrouble(read.trouble);
      return;
    }
    if (record({ kind: 'stock.used', data: { cleanerId: cleaner.id, litres: read.litres } })) {
      setText(null);
      setTrouble('');
    }
  };
  return (
    <View style={{ gap: space.s }}>
      <Row label={cleaner.name}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
          <Strong>{formatVolume(litres, units)}</Strong>
          {text === null ? <Companion title="Put right" onPress={() => setText('')} testID={`used-${cleaner.id}`} /> : null}
        </View>
      </Row>
      {text === null ? null : (
        <>
          <Field
            label={`Really used of ${cleaner.name}`}
            value={text}
            onChange={setText}
            error={trouble || undefined}
            help="12 fl oz, 0.25 gal, 400 mL; 0 for none"
            testID="used-amount"
          />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Cancel" onPress={() => setText(null)} />
            <Companion title="Keep it" onPress={keep} grow testID="used-keep" />
          </View>
        </>
      )}
    </View>
  );
}
