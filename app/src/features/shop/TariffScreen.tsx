import { PRICED_DAYS, type PricedDays, type Tariff } from '@elm-mist/core/tariff';
import { MOST_PRICES } from '@elm-mist/contract';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { moneySign, tariffQuery, useDraft, useHouseRules, useSaveTariff } from '@/data';
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
import { readTariff, typedTariff, type TypedTariff } from './tariffForm';

const leave = () => (router.canGoBack() ? router.back() : router.navigate('/more'));

/** What energy costs: one price, prices by how much is used in a month, or by the hour. */
export function TariffScreen() {
  const answer = useQuery(tariffQuery);
  const { energyPricePerKwh } = useHouseRules();
  if (!answer.data)
    return (
      <Screen head={<ScreenHead title="Price of energy" />}>
        {answer.isError ? (
          <Trouble
            what="The price of energy could not be read"
            kept="Savings are told in kWh until then."
            retry={() => void answer.refetch()}
          />
        ) : (
          <Waiting what="the price of energy" />
        )}
      </Screen>
    );
  return <TariffFields key={JSON.stringify(answer.data)} kept={answer.data.tariff} flat={energyPricePerKwh} />;
}

const DAY_NAMES: Record<PricedDays, string> = { all: 'Every day', weekdays: 'Weekdays', weekends: 'Weekends' };

function TariffFields({ kept, flat }: { kept: Tariff | null; flat: number }) {
  const change = useSaveTariff();
  const { trouble, save } = useSave();
  const [draft, keep, drop] = useDraft<TypedTariff>('tariff', () => typedTariff(kept, flat), JSON.stringify(kept));
  const [troubles, setTroubles] = useState<Record<string, string>>({});
  const send = async () => {
    const read = readTariff(draft);
    if ('troubles' in read) return setTroubles(read.troubles);
    setTroubles({});
    await save(async () => {
      await change.mutateAsync({ tariff: read.tariff });
      drop();
    }, leave);
  };
  const tier = (i: number, next: Partial<TypedTariff['tiers'][number]>) =>
    keep({ ...draft, tiers: draft.tiers.map((row, k) => (k === i ? { ...row, ...next } : row)) });
  const period = (i: number, next: Partial<TypedTariff['periods'][number]>) =>
    keep({ ...draft, periods: draft.periods.map((row, k) => (k === i ? { ...row, ...next } : row)) });
  const unit = `${moneySign()} a kWh`;
  return (
    <Screen
      testID="tariff"
      head={<ScreenHead title="Price of energy" under="What a saved kWh is worth" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={leave} />
          <Act title="Keep it" onPress={() => void send()} busy={change.isPending} testID="tariff-keep" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <OneOf
        label="How energy is priced"
        options={[
          { value: 'flat' as const, label: 'One price' },
          { value: 'tiers' as const, label: 'By how much in a month' },
          { value: 'hours' as const, label: 'By the hour' },
        ]}
        value={draft.kind}
        onChange={(kind) => keep({ ...draft, kind })}
        testID="tariff-kind"
      />
      {draft.kind === 'flat' ? (
        <Field
          label="Price"
          unit={unit}
          value={draft.price}
          onChange={(price) => keep({ ...draft, price })}
          error={troubles['price']}
          help="Empty goes back to the price in the shop’s numbers"
          keyboard="decimal-pad"
          testID="tariff-price"
        />
      ) : null}
      {draft.kind === 'tiers' ? (
        <Part first title={<Heading>Tiers of a month</Heading>}>
          {draft.tiers.map((row, i) => (
            <View key={i} style={{ flexDirection: 'row', gap: space.s }}>
              <Field
                label={i === draft.tiers.length - 1 ? 'Above that' : 'Up to'}
                unit="kWh"
                value={row.upTo}
                onChange={(upTo) => tier(i, { upTo })}
                error={troubles[`upTo${i}`]}
                help={i === draft.tiers.length - 1 ? 'Left empty' : ''}
                keyboard="decimal-pad"
                grow
                testID={`tier-to-${i}`}
              />
              <Field
                label="Price"
                unit={unit}
                value={row.price}
                onChange={(price) => tier(i, { price })}
                error={troubles[`tier${i}`]}
                keyboard="decimal-pad"
                grow
                testID={`tier-price-${i}`}
              />
            </View>
          ))}
          <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
            <Companion
              title="One tier more"
              onPress={() => keep({ ...draft, tiers: [...draft.tiers, { upTo: '', price: '' }] })}
              disabled={draft.tiers.length >= MOST_PRICES}
            />
            {draft.tiers.length > 1 ? (
              <Companion title="One less" onPress={() => keep({ ...draft, tiers: draft.tiers.slice(0, -1) })} />
            ) : null}
          </View>
          {troubles['tiers'] ? <Banner tone="stop">{troubles['tiers']}</Banner> : null}
          <Field
            label="A usual summer month here"
            unit="kWh"
            value={draft.usual}
            onChange={(usual) => keep({ ...draft, usual })}
            error={troubles['usual']}
            help="Says which tier dirt on a coil is paid in"
            keyboard="decimal-pad"
            testID="tier-usual"
          />
        </Part>
      ) : null}
      {draft.kind === 'hours' ? (
        <Part first title={<Heading>Hours with a price of their own</Heading>}>
          <Small ink="inkSoft">The first that holds counts.</Small>
          {draft.periods.map((row, i) => (
            <View key={i} style={{ gap: space.s }} testID={`period-${i}`}>
              <Field
                label="Name"
                value={row.name}
                onChange={(name) => period(i, { name })}
                error={troubles[`name${i}`]}
                testID={`period-name-${i}`}
              />
              <OneOf
                label={`Days of ${row.name || `period ${i + 1}`}`}
                options={PRICED_DAYS.map((days) => ({ value: days, label: DAY_NAMES[days] }))}
                value={row.days}
                onChange={(days) => period(i, { days })}
              />
              <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
                <Field
                  label="From"
                  unit="o’clock"
                  value={row.from}
                  onChange={(from) => period(i, { from })}
                  error={troubles[`from${i}`]}
                  keyboard="decimal-pad"
                  grow
                  testID={`period-from-${i}`}
                />
                <Field
                  label="To"
                  unit="o’clock"
                  value={row.to}
                  onChange={(to) => period(i, { to })}
                  error={troubles[`to${i}`]}
                  keyboard="decimal-pad"
                  grow
                  testID={`period-to-${i}`}
                />
                <Field
                  label="Price"
                  unit={unit}
                  value={row.price}
                  onChange={(price) => period(i, { price })}
                  error={troubles[`period${i}`]}
                  keyboard="decimal-pad"
                  grow
                  testID={`period-price-${i}`}
                />
              </View>
              <Field
                label="Months"
                value={row.months}
                onChange={(months) => period(i, { months })}
                error={troubles[`months${i}`]}
                help="Like 6-9, or 12, 1, 2; empty for all of them"
                testID={`period-months-${i}`}
              />
              <View style={{ alignItems: 'flex-start' }}>
                <Companion title="Leave it out" onPress={() => keep({ ...draft, periods: draft.periods.filter((_, k) => k !== i) })} />
              </View>
            </View>
          ))}
          <View style={{ alignItems: 'flex-start' }}>
            <Companion
              title="One more"
              onPress={() =>
                keep({ ...draft, periods: [...draft.periods, { name: '', months: '', days: 'weekdays', from: '16', to: '21', price: '' }] })
              }
              disabled={draft.periods.length >= MOST_PRICES}
              testID="period-add"
            />
          </View>
          {troubles['periods'] ? <Banner tone="stop">{troubles['periods']}</Banner> : null}
          <Field
            label="All other hours"
            unit={unit}
            value={draft.other}
            onChange={(other) => keep({ ...draft, other })}
            error={troubles['other']}
            keyboard="decimal-pad"
            testID="tariff-other"
          />
        </Part>
      ) : null}
      <Body ink="inkSoft">
        Savings by the meter are told in money by it, hour by hour where the meter told hours. What dirt costs on Close goes by a usual
        summer month.
      </Body>
    </Screen>
  );
}
