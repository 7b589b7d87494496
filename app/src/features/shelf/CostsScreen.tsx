import type { VisitCostRecord } from '@elm-mist/contract';
import { formatVolume, type UnitSystem } from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { endOfMonth, format, formatISO, startOfMonth, subMonths } from 'date-fns';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { costsQuery, useHouseRules } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Empty,
  Gauge,
  Heading,
  Label,
  LinkRow,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  Tabs,
  ThumbBar,
  Trouble,
  Waiting,
} from '@/ui';
import { shortDay } from '../shared/words';
import { BreakEvenPart } from './BreakEvenPart';
import { money } from './shelfWords';

const MEANS: Record<VisitCostRecord['means'], string> = { water: 'Water only', mixed: 'Mixed cleaner', aerosol: 'Cans' };
const SPANS = ['month', 'year', 'breakeven'] as const;
type Span = (typeof SPANS)[number];

const day = (at: Date) => formatISO(at, { representation: 'date' });

function spanOf(span: Span, now: Date): { from: string; to: string; words: string } {
  return span === 'month'
    ? { from: day(startOfMonth(now)), to: day(endOfMonth(now)), words: format(now, 'MMMM yyyy') }
    : { from: day(subMonths(now, 12)), to: day(now), words: 'the last twelve months' };
}

const sum = (rows: readonly VisitCostRecord[], of: (row: VisitCostRecord) => number) => rows.reduce((total, row) => total + of(row), 0);

/** What visits cost, and whether the gun has paid for itself. */
export function CostsScreen() {
  const { span } = useLocalSearchParams<{ span?: string }>();
  const shown = SPANS.find((row) => row === span) ?? 'month';
  return (
    <Screen
      head={<ScreenHead title="Costs" under="Product, water and time" />}
      foot={
        <ThumbBar>
          <Act title="To the shelf" onPress={() => router.navigate('/shelf')} />
        </ThumbBar>
      }
      page={shown}
      testID="costs"
    >
      <Tabs
        label="Costs of"
        value={shown}
        onChange={(next) => router.setParams({ span: next })}
        options={[
          { value: 'month', label: 'This month' },
          { value: 'year', label: 'A year' },
          { value: 'breakeven', label: 'Can or gun' },
        ]}
      />
      {shown === 'breakeven' ? <BreakEvenPart /> : <SpanPart span={shown} />}
    </Screen>
  );
}

function SpanPart({ span }: { span: 'month' | 'year' }) {
  const { from, to, words } = spanOf(span, new Date());
  const answer = useQuery(costsQuery(from, to));
  const { units, hourlyRate, waterPricePerM3 } = useHouseRules();
  if (!answer.data)
    return answer.isError ? (
      <Trouble what="The costs could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
    ) : (
      <Waiting what="the costs" />
    );
  if (answer.data.length === 0)
    return (
      <Empty
        title={`No visit closed in ${words}`}
        action={span === 'month' ? <Companion title="Show a year" onPress={() => router.setParams({ span: 'year' })} /> : undefined}
      >
        What a visit took from the shelf, its water and its time stand here once it is closed.
      </Empty>
    );
  return (
    <CostRows
      rows={answer.data}
      words={words}
      units={units}
      free={{ work: hourlyRate === 0, water: waterPricePerM3 === 0 }}
      away={answer.isError}
    />
  );
}

function CostRows({
  rows,
  words,
  units,
  free,
  away,
}: {
  rows: readonly VisitCostRecord[];
  words: string;
  units: UnitSystem;
  free: { work: boolean; water: boolean };
  away: boolean;
}) {
  const allMeans = (Object.keys(MEANS) as VisitCostRecord['means'][]).flatMap((means) => {
    const own = rows.filter((row) => row.means === means);
    return own.length > 0 ? [{ means, own }] : [];
  });
  const stronger = { litres: sum(rows, (row) => row.stronger.litres), money: sum(rows, (row) => row.stronger.money) };
  return (
    <>
      {away ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
        <Figure label={`${rows.length} visits cost`} value={money(sum(rows, (row) => row.cost.total))} />
        <Figure label="product" value={money(sum(rows, (row) => row.cost.product))} />
        <Figure label="water" value={money(sum(rows, (row) => row.cost.water))} />
        <Figure label="time" value={money(sum(rows, (row) => row.cost.work))} />
      </View>
      {free.work || free.water ? (
        <Small ink="inkSoft">{`${[free.work ? 'An hour’s work' : '', free.water ? 'Water' : ''].filter(Boolean).join(' and ')} has no price in the house rules, so it counts as nothing here.`}</Small>
      ) : null}
      <Part title={<Heading>Stronger than needed</Heading>}>
        <Body>
          {stronger.litres < 1e-6
            ? `No mix was made stronger than its plan in ${words}.`
            : `${formatVolume(stronger.litres, units)} of concentrate, ${money(stronger.money)}, went into mixes stronger than planned in ${words}.`}
        </Body>
      </Part>
      <Part title={<Heading>By means, each visit on average</Heading>}>
        <View>
          {allMeans.map(({ means, own }) => (
            <Row
              key={means}
              label={`${MEANS[means]}, ${own.length} ${own.length === 1 ? 'visit' : 'visits'}`}
              value={`${money(sum(own, (row) => row.cost.total) / own.length)} · ${Math.round(sum(own, (row) => row.minutes) / own.length)} min`}
            />
          ))}
        </View>
      </Part>
      <Part title={<Heading>Visit by visit</Heading>}>
        <View>
          {[...rows].reverse().map((row) => (
            <LinkRow
              key={row.visitId}
              title={`${row.placeName} · ${row.systemName}`}
              under={`${shortDay(row.day)} · product ${money(row.cost.product)}, water ${money(row.cost.water)} (${formatVolume(row.waterL, units)}), ${row.minutes} min`}
              right={money(row.cost.total)}
              href={`/visits/${row.visitId}/close`}
            />
          ))}
        </View>
        <Small ink="inkSoft">Rinse water is an estimate from face area and rows: nobody meters it. Prices are today’s.</Small>
      </Part>
    </>
  );
}

const Figure = ({ label, value }: { label: string; value: string }) => (
  <View>
    <Label ink="inkSoft">{label}</Label>
    <Gauge>{value}</Gauge>
  </View>
);
