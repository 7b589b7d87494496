import type { ChangedMeanwhile, ShopAnswer, ShopInput } from '@elm-mist/contract';
import { isCurrency } from '@elm-mist/contract';
import { isZone } from '@elm-mist/core/clock';
import type { AskedSeasons } from '@elm-mist/core/interval';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import {
  learnShop,
  RefusedError,
  request,
  shopQuery,
  shopYearQuery,
  useDraft,
  useHouseRules,
  useSaveHouseRules,
  useSaveShop,
} from '@/data';
import { Act, Banner, Companion, Field, Label, OneOf, Part, Screen, ScreenHead, Small, space, ThumbBar, Trouble, Waiting } from '@/ui';
import { inUnits, positionTrouble, readPosition, typedPosition, type PositionValues } from '../places/position';
import { PositionFields } from '../places/PositionFields';
import { refusedWords, useSave } from '../shared/useSave';
import { Meanwhile } from '../shared/Meanwhile';
import { SeasonsPart } from './SeasonsPart';
import { readSeasons, seasonText, seasonWords, type SeasonText } from './seasonText';
import { shopShape } from './shopShape';

interface Draft {
  name: string;
  address: string;
  currency: string;
  zone: string;
  year?: SeasonText;
}

const FIELD_NAMES: Record<string, string> = {
  name: 'Shop',
  address: 'Works from',
  currency: 'Currency',
  zone: 'Time zone',
  latitudeDeg: 'Latitude',
  longitudeDeg: 'Longitude',
  altitudeM: 'Height, m',
  crew: 'Crew',
  seasons: 'The year here',
  setUp: 'Steps',
};

/** What two people changed, as it is shown: a year is no row of words by itself. */
const inWords = ({ seasons, ...fields }: ChangedMeanwhile['fields']): ChangedMeanwhile['fields'] => {
  if (!seasons) return fields;
  const said = (of: unknown) => seasonWords(of as AskedSeasons | null);
  return { ...fields, seasons: { was: said(seasons.was), now: said(seasons.now), wanted: said(seasons.wanted) } };
};

/** The shop itself: its name, where it works from, its clock, units and money. */
export function ShopScreen() {
  const answer = useQuery(shopQuery);
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Shop" />}>
        {answer.isError ? (
          <Trouble what="The shop could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the shop" />
        )}
      </Screen>
    );
  return <ShopFields shop={answer.data} />;
}

const standsAt = (shop: ShopAnswer) => ({ ...shop, positionFrom: shop.latitudeDeg === null ? ('unknown' as const) : ('typed' as const) });

function ShopFields({ shop }: { shop: ShopAnswer }) {
  const { units } = useHouseRules();
  const rules = useHouseRules();
  const saveRules = useSaveHouseRules();
  const saveShop = useSaveShop();
  const { data: told } = useQuery(shopYearQuery);
  const [was, setWas] = useState(shop);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const { trouble, meanwhile, settle, save } = useSave((error) => {
    if (!(error instanceof RefusedError)) return refusedWords(error);
    setErrors(error.fields);
    return '';
  });
  const [draft, keep, drop] = useDraft<Draft>('shop', () => ({
    name: shop.name,
    address: shop.address,
    currency: shop.currency,
    zone: shop.zone,
  }));
  const [typed, setPosition, dropPosition] = useDraft<PositionValues>('position.shop', () => typedPosition(standsAt(shop), units));
  const position = inUnits(typed, units);
  const year = draft.year ?? seasonText(was.seasons);
  const seasons = readSeasons(year);
  const findZone = async () => {
    const { latitudeDeg, longitudeDeg } = readPosition(position, units);
    if (latitudeDeg === null || longitudeDeg === null) return;
    try {
      const { zone } = await request<{ zone: string }>('GET', `/zone?latitude=${latitudeDeg}&longitude=${longitudeDeg}`);
      keep({ ...draft, zone });
      setErrors({});
    } catch {
      setErrors({ zone: 'The server is away: type the zone, such as America/Chicago.' });
    }
  };
  const send = async () => {
    const currency = draft.currency.trim().toUpperCase();
    const wrong = {
      ...positionTrouble(position, units),
      ...(isZone(draft.zone.trim()) ? {} : { zone: 'A zone is such as America/Chicago or Pacific/Auckland.' }),
      ...(isCurrency(currency) ? {} : { currency: 'A currency is a code of three letters, such as USD or NZD.' }),
      ...(draft.name.trim() === '' ? { name: 'Give the shop a name.' } : {}),
      ...seasons.errors,
    };
    setErrors(wrong);
    if (Object.keys(wrong).length > 0) return;
    const setUp = [...new Set([...was.setUp, 'shop' as const])];
    const input: ShopInput = {
      ...shopShape(was),
      name: draft.name.trim(),
      address: draft.address.trim(),
      currency,
      zone: draft.zone.trim(),
      ...readPosition(position, units, standsAt(was)),
      seasons: seasons.seasons,
      setUp,
      was: shopShape(was),
    };
    await save(
      async () => {
        learnShop(await saveShop.mutateAsync(input));
        drop();
        dropPosition();
      },
      () => router.replace(setUp.length < 4 ? '/start' : '/more'),
    );
  };
  const choose = (mine: boolean) =>
    settle((now) => {
      const next: ShopAnswer = { ...was, ...now };
      if (!mine) {
        keep({ name: next.name, address: next.address, currency: next.currency, zone: next.zone, year: seasonText(next.seasons) });
        if ('latitudeDeg' in now || 'longitudeDeg' in now || 'altitudeM' in now)
          setPosition(typedPosition({ ...next, positionFrom: 'typed' }, units));
      }
      setWas(next);
    });
  const stray = Object.entries(errors).filter(
    ([field]) => !['name', 'zone', 'currency', 'latitude', 'longitude', 'height', ...Object.keys(year)].includes(field),
  );
  return (
    <Screen
      testID="shop"
      head={<ScreenHead title="The shop" under="What every clock, price and plan goes by" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the shop" onPress={() => void send()} busy={saveShop.isPending} testID="shop-save" />
        </ThumbBar>
      }
    >
      {meanwhile ? (
        <Meanwhile fields={inWords(meanwhile)} names={FIELD_NAMES} onTheirs={() => choose(false)} onMine={() => choose(true)} />
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {stray.map(([field, message]) => (
        <Banner key={field} tone="stop">
          {message}
        </Banner>
      ))}
      <Field label="Shop" value={draft.name} onChange={(name) => keep({ ...draft, name })} error={errors['name']} testID="shop-name" />
      <Field
        label="Works from"
        value={draft.address}
        onChange={(address) => keep({ ...draft, address })}
        help="Street and town"
        testID="shop-address"
      />
      <Label>Units</Label>
      <OneOf
        label="Units"
        options={[
          { value: 'us' as const, label: 'US' },
          { value: 'si' as const, label: 'SI' },
        ]}
        value={units}
        onChange={(next) => saveRules.mutate({ ...rules, units: next })}
      />
      <PositionFields values={position} onChange={setPosition} units={units} shop={null} />
      <Part title={<Label>Clock</Label>}>
        <Field
          label="Time zone"
          value={draft.zone}
          onChange={(zone) => keep({ ...draft, zone })}
          error={errors['zone']}
          help="It decides what today is, and what seven in the morning is, on every phone"
          testID="shop-zone"
        />
        <View style={{ flexDirection: 'row', gap: space.s }}>
          <Companion
            title="Find it from the position"
            onPress={() => void findZone()}
            disabled={position.latitude.trim() === ''}
            testID="shop-find-zone"
          />
        </View>
      </Part>
      <SeasonsPart
        values={year}
        onChange={(next) => keep({ ...draft, year: next })}
        errors={errors}
        latitudeDeg={positionTrouble(position, units).latitude ? null : readPosition(position, units).latitudeDeg}
        climate={told?.climate ?? null}
      />
      <Part title={<Label>Money</Label>}>
        <Field
          label="Currency"
          value={draft.currency}
          onChange={(currency) => keep({ ...draft, currency })}
          error={errors['currency']}
          help="Code of three letters"
          testID="shop-currency"
        />
        <Small ink="inkSoft">Prices already entered keep their figures.</Small>
      </Part>
    </Screen>
  );
}
