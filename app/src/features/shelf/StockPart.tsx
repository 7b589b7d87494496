import { yupResolver } from '@hookform/resolvers/yup';
import type { CleanerRecord, StockRecord } from '@elm-mist/contract';
import { CLEANER_LIMITS } from '@elm-mist/core/formats';
import { formatVolume, readFigure } from '@elm-mist/core/units';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { object, string } from 'yup';
import { today, useAddStock, useCountStock, useHouseRules } from '@/data';
import { Banner, Body, Companion, Field, Heading, Part, Small, space, Strong } from '@/ui';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { readAmount, typedAmount, typedDay, writeAmount } from '../shared/typed';
import { shortDay } from '../shared/words';

/** Level of a bottle as a bar: what is left of what it holds. */
const shareWords = (item: StockRecord): string =>
  item.leftL <= 1e-9 ? 'empty' : item.leftL >= item.sizeL - 1e-9 ? 'full' : `${Math.round((item.leftL / item.sizeL) * 100)} % left`;

/** The bottles of one cleaner: what is left in each, counting them again, putting more on the shelf. */
export function StockPart({ cleaner, items }: { cleaner: CleanerRecord; items: readonly StockRecord[] }) {
  const [adding, setAdding] = useState(false);
  const day = today();
  const shown = items.filter((item) => item.leftL > 1e-9);
  const empty = items.length - shown.length;
  return (
    <Part title={<Heading>In stock</Heading>}>
      {shown.length === 0 ? (
        <Body ink="inkSoft">None on the shelf. Visits can still plan with it; put a bottle here to have it counted.</Body>
      ) : null}
      <View>
        {shown.map((item) => (
          <StockLine key={item.id} item={item} expired={item.expires !== null && item.expires < day} />
        ))}
      </View>
      {empty > 0 ? <Small ink="inkSoft">{`${empty} empty ${empty === 1 ? 'bottle is' : 'bottles are'} kept in the record.`}</Small> : null}
      {adding ? (
        <AddStock cleaner={cleaner} done={() => setAdding(false)} />
      ) : (
        <Companion title="Put more on the shelf" onPress={() => setAdding(true)} testID="add-stock" />
      )}
    </Part>
  );
}

function StockLine({ item, expired }: { item: StockRecord; expired: boolean }) {
  const { units } = useHouseRules();
  const count = useCountStock();
  const [text, setText] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const save = async () => {
    if (text === null) return;
    const read = readAmount(text, 'Left', units, 0, item.sizeL);
    if ('trouble' in read) {
      setTrouble(read.trouble);
      return;
    }
    try {
      await count.mutateAsync({ id: item.id, count: { leftL: read.litres } });
      setText(null);
      setTrouble('');
    } catch {
      setTrouble('The server is away. What you counted is still here: try again when it is back.');
    }
  };
  const name = `${formatVolume(item.sizeL, units)}${item.lot ? `, lot ${item.lot}` : ''}`;
  return (
    <Part style={{ borderTopWidth: 0, paddingTop: 0 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Strong>{`${formatVolume(item.leftL, units)} · ${shareWords(item)}`}</Strong>
          <Small
            ink={expired ? 'brick' : 'inkSoft'}
          >{`${name}${item.expires ? ` · ${expired ? 'expired' : 'good until'} ${shortDay(item.expires)}` : ''}`}</Small>
        </View>
        {text === null ? <Companion title="Count" onPress={() => setText('')} /> : null}
      </View>
      {text !== null ? (
        <View style={{ gap: space.s }}>
          <Field
            label={`Left of ${name}`}
            value={text}
            onChange={setText}
            error={trouble || undefined}
            help="0.5 gal, 20 fl oz, 1.2 L"
            testID="count-left"
          />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Cancel" onPress={() => setText(null)} />
            <Companion title="Keep the count" onPress={() => void save()} busy={count.isPending} grow />
          </View>
        </View>
      ) : null}
    </Part>
  );
}

function AddStock({ cleaner, done }: { cleaner: CleanerRecord; done: () => void }) {
  const { units } = useHouseRules();
  const add = useAddStock();
  const [trouble, setTrouble] = useState('');
  const schema = object({
    count: typedFigure('How many', 'count', units, 1, 50),
    size: typedAmount('Size', units, ...CLEANER_LIMITS.packL),
    lot: string().defined().trim().max(40, 'The lot may have 40 characters at most.'),
    expires: typedDay('Good until'),
  });
  const { control, handleSubmit, setError } = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      count: '1',
      size: writeAmount(cleaner.packL, units),
      lot: '',
      expires: '',
    },
  });
  const save = handleSubmit(async (values) => {
    setTrouble('');
    const size = readAmount(values.size, 'Size', units, ...CLEANER_LIMITS.packL);
    if ('trouble' in size) return;
    try {
      await add.mutateAsync({
        cleanerId: cleaner.id,
        lot: values.lot,
        expires: values.expires.trim() || null,
        sizeL: size.litres,
        leftL: null,
        count: Math.round(readFigure(values.count)),
      });
      done();
    } catch (error) {
      setTrouble(placeErrors(error, setError, { count: 'count', sizeL: 'size', lot: 'lot', expires: 'expires' }));
    }
  });
  return (
    <View style={{ gap: space.m }}>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name="count" label="How many" keyboard="number-pad" grow />
        <FormField control={control} name="size" label="Size of each" grow />
      </View>
      <View style={{ flexDirection: 'row', gap: space.m, flexWrap: 'wrap' }}>
        <FormField control={control} name="lot" label="Lot" grow />
        <FormField control={control} name="expires" label="Good until" help="Like 2027-03-31; empty for no date" grow />
      </View>
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Companion title="Cancel" onPress={done} />
        <Companion title="Put on the shelf" onPress={() => void save()} busy={add.isPending} grow testID="stock-save" />
      </View>
    </View>
  );
}
