import type { MeterAnswer } from '@elm-mist/contract';
import { ENERGY_MODEL_NAMES, savingWorth, type AskedWash, type WashSaving } from '@elm-mist/core/savings';
import type { Tariff } from '@elm-mist/core/tariff';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense, useMemo, useState } from 'react';
import { View } from 'react-native';
import { meterQuery, money, placeQuery, useHouseRules } from '@/data';
import {
  Banner,
  Body,
  Companion,
  Heading,
  Label,
  LinkRow,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  Strong,
  ThumbBar,
  Title,
  Waiting,
} from '@/ui';
import { useSaving } from '@/workers/useSaving';
import { NotOpened } from '../shared/NotOpened';
import { shortDay } from '../shared/words';
import { useTariff } from '../shared/energyPrice';
import { IntoReport } from './IntoReport';
import { ByWatts } from './ByWatts';
import { EnergyChart } from './EnergyChart';
import { MeterPart } from './MeterPart';

const YearCharts = lazy(() => import('./YearCharts'));

/** Both models are held to the last year of the air, or to a typical one. */
const YEAR_DAYS = 365;
const HELD_TO = { last: 'The last year', typical: 'A typical year' } as const;
type HeldTo = keyof typeof HELD_TO;
const AIR_WORDS = { simulated: 'simulated', typical: 'a typical year', read: 'as it was read' } as const;
const kWh = (n: number): string => `${Math.round(n).toLocaleString('en-US')} kWh`;

/** What washes of a place saved, by its electricity meter: models before and after, held to the same year of weather. */
export function SavingsScreen() {
  const { placeId } = useLocalSearchParams<{ placeId: string }>();
  const answer = useQuery(meterQuery(placeId));
  const place = useQuery(placeQuery(placeId)).data?.place;
  return (
    <Screen
      testID="savings"
      head={<ScreenHead title="Did it pay" under={place ? `${place.name} · by the electricity meter` : 'By the electricity meter'} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate(`/places/${placeId}`))} grow />
        </ThumbBar>
      }
    >
      {answer.data ? (
        <>
          {answer.data.meter ? <Washes answer={answer.data} /> : null}
          {answer.data.meter ? null : <ByWatts washes={answer.data.washes} />}
          <MeterPart key={answer.data.meter?.at ?? ''} placeId={placeId} meter={answer.data.meter} />
        </>
      ) : answer.isError ? (
        <NotOpened what="meter" error={answer.error} retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="the meter" lines={6} />
      )}
    </Screen>
  );
}

/** Washes that the meter can be asked about, and what the chosen one saved. */
function Washes({ answer: { meter, air, airFrom, typical, washes } }: { answer: MeterAnswer }) {
  const [first, last] = [meter?.rows[0]?.day ?? '', meter?.rows.at(-1)?.day ?? ''];
  const asked = washes.filter((row) => row.day > first && row.day < last);
  const [day, setDay] = useState<string | null>(null);
  const chosen = asked.find((row) => row.day === day) ?? asked[0] ?? null;
  const [washDay, next] = [chosen?.day ?? null, chosen?.next ?? null];
  const wash = useMemo((): AskedWash | null => (washDay === null ? null : { day: washDay, next }), [washDay, next]);
  const [askedYear, setHeldTo] = useState<HeldTo>('last');
  const heldTo = typical ? askedYear : 'last';
  const year = useMemo(() => (heldTo === 'typical' && typical ? typical : air.slice(-YEAR_DAYS)), [heldTo, typical, air]);
  const told = useSaving(meter?.rows ?? null, air, wash, year);
  if (!chosen)
    return (
      <Banner tone="wait">
        {washes.length === 0
          ? 'Nothing was washed here yet.'
          : `No wash lies between the first and the last day of the meter: they were on ${washes.map((row) => shortDay(row.day)).join(', ')}.`}
      </Banner>
    );
  return (
    <>
      {asked.length > 1 ? (
        <OneOf
          label="Which wash"
          options={asked.map((row) => ({ value: row.day, label: shortDay(row.day) }))}
          value={chosen.day}
          onChange={setDay}
        />
      ) : null}
      {typical ? (
        <View style={{ gap: space.xs }}>
          <Label>Before and after held to the weather of</Label>
          <OneOf
            label="Before and after held to the weather of"
            options={(['last', 'typical'] as const).map((value) => ({ value, label: HELD_TO[value] }))}
            value={heldTo}
            onChange={setHeldTo}
          />
        </View>
      ) : null}
      <Part first title={<Heading>{`The wash of ${shortDay(chosen.day)}: ${chosen.systemName.toLowerCase()}`}</Heading>} testID="saving">
        {told === null ? (
          <Waiting what="what it saved" lines={4} />
        ) : 'why' in told ? (
          <Banner tone="wait">{`It cannot be told. ${told.why}`}</Banner>
        ) : (
          <Told
            visitIds={chosen.visitIds}
            file={meter?.file ?? ''}
            saving={told.saving}
            changes={meter?.changes ?? ''}
            airFrom={airFrom}
            year={year}
            heldTo={heldTo}
            shares={meter?.shares ?? null}
          />
        )}
      </Part>
    </>
  );
}

/** How a saving became money. */
const MONEY_WORDS: Record<Tariff['kind'], (byHours: boolean) => string> = {
  flat: () => 'At one price for every kWh.',
  tiers: () => 'Month by month, each kWh in the tier that it falls in.',
  hours: (byHours) =>
    byHours
      ? 'Hour by hour: the saving spread over the hours as the house’s use is.'
      : 'By the hour, with each day’s use spread evenly: this meter told no hours.',
};

function Told({
  saving,
  changes,
  airFrom,
  year,
  heldTo,
  shares,
  visitIds,
  file,
}: {
  visitIds: readonly string[];
  file: string;
  saving: WashSaving;
  changes: string;
  airFrom: MeterAnswer['airFrom'];
  year: MeterAnswer['air'];
  heldTo: HeldTo;
  shares: readonly number[] | null;
}) {
  const { units } = useHouseRules();
  const tariff = useTariff();
  const worth = useMemo(() => savingWorth(saving, year, tariff, shares), [saving, year, tariff, shares]);
  const { saved, analytic, bootstrap, verdict, before, after, yearBefore, yearAfter, weak, tried } = saving;
  const [low, high] = [Math.min(analytic.low, bootstrap.low), Math.max(analytic.high, bootstrap.high)];
  const between = `between ${kWh(low)} and ${kWh(high)}`;
  const quality = (side: WashSaving['before']) =>
    `${(100 * side.quality.cvRmse).toFixed(0)} % scatter (${(100 * side.quality.limit).toFixed(0)} % allowed), R² ${side.quality.r2.toFixed(2)}, ${side.quality.n} ${side.quality.n === 1 ? 'reading' : 'readings'}`;
  const unseen = tried.filter((row) => Number.isFinite(row.unseen));
  return (
    <>
      <Title>
        {verdict === 'not-shown' ? 'Not shown' : verdict === 'saved' ? `${kWh(saved)} a year less` : `${kWh(-saved)} a year more`}
      </Title>
      <Body>
        {verdict === 'not-shown'
          ? `Nine times in ten the truth lies ${between} a year: that includes nothing at all, so this meter does not show that the wash saved energy.`
          : `Nine times in ten the truth lies ${between} a year less than before, over the same year of weather.`}
      </Body>
      {verdict === 'saved' && tariff ? (
        <Row label="In money, a year" value={`${money(worth.money)} (${money(worth.low)} to ${money(worth.high)})`} />
      ) : null}
      {verdict === 'saved' && tariff ? <Small ink="inkSoft">{MONEY_WORDS[tariff.kind](shares !== null)}</Small> : null}
      {tariff ? null : <LinkRow title="In money" under="Say what energy costs, and it is told in money too" href="/shop/tariff" />}
      {changes ? (
        <Banner tone="info">{`Something else changed in the house meanwhile: ${changes}. What of the difference is the wash’s cannot be told apart.`}</Banner>
      ) : null}
      {airFrom.includes('simulated') ? (
        <Banner tone="wait">
          Weather is simulated, not read: bring the real air of these days in under Weather before you rely on this.
        </Banner>
      ) : null}
      {airFrom.includes('typical') ? (
        <Banner tone="wait">
          The air of some of these days is a typical year’s, not their own: bring in what was read on them before you rely on this.
        </Banner>
      ) : null}
      {weak.map((text) => (
        <Banner key={text} tone="wait">
          {text}
        </Banner>
      ))}
      <EnergyChart saving={saving} units={units} />
      <Suspense fallback={<Waiting what="the year" lines={3} />}>
        <YearCharts months={worth.months} />
      </Suspense>
      <IntoReport
        visitIds={visitIds}
        told={{
          verdict,
          kWh: saved,
          low,
          high,
          money: tariff ? worth.money.toFixed(2) : null,
          file,
          simulated: airFrom.includes('simulated'),
          typicalAir: airFrom.includes('typical'),
          typicalYear: heldTo === 'typical',
          changes,
        }}
      />
      <Row label={heldTo === 'typical' ? 'A typical year before it' : 'The year before it'} value={kWh(yearBefore)} />
      <Row label="The same year after it" value={kWh(yearAfter)} />
      <Row label="Model" value={`${ENERGY_MODEL_NAMES[before.fit.model]}${before.fit.weekend === null ? '' : ', weekends apart'}`} />
      <Row label="Fit before">
        <Strong>{quality(before)}</Strong>
      </Row>
      <Row label="Fit after">
        <Strong>{quality(after)}</Strong>
      </Row>
      <LinkRow title="What washes saved here" under="All that were measured, by grade, and what it says of dirt" href="/shop/saved" />
      <Small ink="inkSoft">
        {`Chosen of ${unseen.length} models by days that each had not seen. Interval by the spread of the fits (${kWh(analytic.low)} to ${kWh(analytic.high)}) and by drawing days anew (${kWh(bootstrap.low)} to ${kWh(bootstrap.high)}), the wider ends of both. Air: ${airFrom.map((from) => AIR_WORDS[from]).join(', ')}. Statistics of ASHRAE Guideline 14, from memory.`}
      </Small>
    </>
  );
}
