import type { CustomerRecord, PlaceInput, PlaceRecord } from '@elm-mist/contract';
import { placeInputSchema } from '@elm-mist/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import {
  customersQuery,
  draftBase,
  draftValues,
  useAddPlace,
  useChangePlace,
  useDraft,
  useFormDraft,
  useHouseRules,
  useShop,
} from '@/data';
import { Act, Banner, Companion, Label, OneOf, Part, Screen, ScreenHead, Small, space, ThumbBar } from '@/ui';
import { useSave } from '../shared/useSave';
import { FormField } from '../shared/formField';
import { placeErrors } from '../shared/formTrouble';
import { Meanwhile } from '../shared/Meanwhile';
import { Restored } from '../shared/Restored';
import { inUnits, positionTrouble, readPosition, typedPosition, type PositionValues } from './position';
import { PositionFields } from './PositionFields';

const formSchema = placeInputSchema.pick(['name', 'address', 'customerName', 'phone', 'note']);
const FIELD_NAMES: Record<string, string> = {
  name: 'Place',
  address: 'Street',
  customerName: 'Customer',
  phone: 'Phone',
  note: 'Note',
  latitudeDeg: 'Latitude',
  longitudeDeg: 'Longitude',
  altitudeM: 'Height, m',
  positionFrom: 'Where the position is from',
  customerId: 'Owner',
};

type Owner = 'same' | 'other' | 'new';

const shapeOf = ({ id, archived, ...place }: PlaceRecord): Partial<PlaceInput> => place;

/** A place: its name, street, owner and where it stands. New, or put right. */
export function PlaceForm({ place, after }: { place: PlaceRecord | null; after: (saved: PlaceRecord) => string }) {
  const { units } = useHouseRules();
  const shop = useShop();
  const add = useAddPlace();
  const change = useChangePlace();
  const key = `place.${place?.id ?? 'new'}`;
  // What was typed before is held against the place as it was then.
  const [was, setWas] = useState(() => draftBase<PlaceRecord>(key) ?? place);
  const [{ owner, known }, setWhose, dropWhose] = useDraft<{ owner: Owner; known: CustomerRecord | null }>(`${key}.whose`, () => ({
    owner: 'same',
    known: null,
  }));
  const shopAt =
    shop.latitudeDeg !== undefined && shop.latitudeDeg !== null ? typedPosition({ ...shop, positionFrom: 'shop' } as never, units) : null;
  const fromStart = (): PositionValues =>
    place ? typedPosition(place, units) : (shopAt ?? { latitude: '', longitude: '', height: '', positionFrom: 'typed', units });
  const [typed, setPosition, dropPosition] = useDraft<PositionValues>(`position.${place?.id ?? 'new'}`, fromStart);
  const position = inUnits(typed, units);
  const start = {
    name: place?.name ?? '',
    address: place?.address ?? '',
    customerName: place?.customerName ?? '',
    phone: place?.phone ?? '',
    note: place?.note ?? '',
  };
  const { control, handleSubmit, setError, setValue, watch, reset } = useForm({
    resolver: yupResolver(formSchema),
    defaultValues: draftValues(key, start),
  });
  const { drop, restored, anew } = useFormDraft(key, watch, was);
  const forget = () => {
    drop();
    dropWhose();
    dropPosition();
  };
  const pick = (customer: CustomerRecord | null) => {
    setWhose({ owner, known: customer });
    if (!customer) return;
    setValue('customerName', customer.name);
    setValue('phone', customer.phone);
  };
  const { trouble, meanwhile, settle, save } = useSave((error) =>
    placeErrors(error, setError, { name: 'name', address: 'address', customerName: 'customerName', phone: 'phone', note: 'note' }),
  );
  const send = handleSubmit(async (values) => {
    if (Object.keys(positionTrouble(position, units)).length > 0) return;
    const input: PlaceInput = {
      ...values,
      ...readPosition(position, units, was),
      positionFrom: position.latitude.trim() === '' ? undefined : position.positionFrom === 'unknown' ? 'typed' : position.positionFrom,
      newOwner: owner === 'new',
      ...(known && (owner === 'other' || !place)
        ? { customerId: known.id }
        : place && owner === 'same'
          ? { customerId: place.customerId }
          : {}),
    };
    await save(
      async () => {
        const saved = place
          ? await change.mutateAsync({ id: place.id, place: { ...input, ...(was ? { was: shapeOf(was) } : {}) } })
          : await add.mutateAsync(input);
        forget();
        return saved;
      },
      (saved) => router.replace(after(saved)),
    );
  });
  const choose = (mine: boolean) =>
    settle((now) => {
      if (!was) return;
      if (!mine)
        for (const [field, value] of Object.entries(now))
          if (['name', 'address', 'customerName', 'phone', 'note'].includes(field))
            setValue(field as 'name', typeof value === 'string' ? value : '');
      const next = { ...was, ...now };
      if (!mine && Object.keys(now).some((field) => field.endsWith('Deg') || field === 'altitudeM'))
        setPosition(typedPosition(next, units));
      setWas(next);
    });
  return (
    <Screen
      head={<ScreenHead title={place ? 'Put the place right' : 'New place'} under={place ? place.name : 'Then its first system'} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the place" onPress={() => void send()} busy={add.isPending || change.isPending} testID="place-save" />
        </ThumbBar>
      }
    >
      <Restored
        shown={restored}
        onStartOver={() => {
          reset(start);
          setWas(place);
          setWhose({ owner: 'same', known: null });
          setPosition(fromStart());
          dropWhose();
          dropPosition();
          anew();
        }}
      />
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {meanwhile ? <Meanwhile fields={meanwhile} names={FIELD_NAMES} onTheirs={() => choose(false)} onMine={() => choose(true)} /> : null}
      <FormField control={control} name="name" label="Place" help="What the crew calls it" />
      <FormField control={control} name="address" label="Street" />
      {place ? (
        <Part first title={<Label>Whose it is</Label>}>
          <OneOf
            label="Whose it is"
            options={[
              { value: 'same' as const, label: 'As before' },
              { value: 'other' as const, label: 'Another customer' },
              { value: 'new' as const, label: 'Somebody new' },
            ]}
            value={owner}
            onChange={(next) => {
              setWhose({ owner: next, known: null });
              if (next !== 'same') {
                setValue('customerName', '');
                setValue('phone', '');
              }
            }}
          />
          {owner === 'same' ? null : <Small ink="inkSoft">The systems and their history stay with the place.</Small>}
        </Part>
      ) : null}
      <FormField control={control} name="customerName" label="Customer" />
      {owner === 'other' || !place ? <Customers control={control} known={known} onPick={pick} /> : null}
      <FormField control={control} name="phone" label="Phone" keyboard="phone-pad" />
      <FormField control={control} name="note" label="Note" help="Gate, dog, parking, roof ladder" multiline />
      <PositionFields values={position} onChange={setPosition} units={units} shop={shopAt} />
    </Screen>
  );
}

/** Customers there are already of the name that is typed, so that one owner is not kept twice. */
function Customers({
  control,
  known,
  onPick,
}: {
  control: ReturnType<typeof useForm<{ name: string; address: string; customerName: string; phone: string; note: string }>>['control'];
  known: CustomerRecord | null;
  onPick: (customer: CustomerRecord | null) => void;
}) {
  const typed = useWatch({ control, name: 'customerName' }).trim();
  const { data } = useQuery({ ...customersQuery(typed), enabled: typed.length >= 3 && !known });
  if (known)
    return (
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <Small>{`${known.name}, a customer already.`}</Small>
        <Companion title="Somebody else" onPress={() => onPick(null)} />
      </View>
    );
  if (typed.length < 3 || !data || data.length === 0) return null;
  return (
    <View style={{ gap: space.xs }}>
      <Small ink="inkSoft">There already. The same?</Small>
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        {data.slice(0, 4).map((customer) => (
          <Companion
            key={customer.id}
            title={`${customer.name}, ${customer.places} ${customer.places === 1 ? 'place' : 'places'}`}
            onPress={() => onPick(customer)}
          />
        ))}
      </View>
    </View>
  );
}
