import { tariffQuery, useDraft, useHouseRules, useSaveTariff } from '@/data';
import { Act, Banner, Body, Companion, Field, OneOf, Screen, ScreenHead, ThumbBar, Trouble, Waiting } from '@/ui';
import type { Tariff } from '@elm-mist/core/tariff';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { useSave } from '../shared/useSave';
import { readTariff, typedTariff, type TypedTariff } from './tariffForm';
import { HoursPart, perKwh, TiersPart } from './tariffParts';

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
          unit={perKwh()}
          value={draft.price}
          onChange={(price) => keep({ ...draft, price })}
          error={troubles['price']}
          help="Empty goes back to the price in the shop’s numbers"
          keyboard="decimal-pad"
          testID="tariff-price"
        />
      ) : null}
      {draft.kind === 'tiers' ? <TiersPart draft={draft} keep={keep} troubles={troubles} /> : null}
      {draft.kind === 'hours' ? <HoursPart draft={draft} keep={keep} troubles={troubles} /> : null}
      <Body ink="inkSoft">
        Savings by the meter are told in money by it, hour by hour where the meter told hours. What dirt costs on Close goes by a usual
        summer month.
      </Body>
    </Screen>
  );
}
