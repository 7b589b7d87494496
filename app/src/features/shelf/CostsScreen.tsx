import type { VisitCostRecord } from '@elm-mist/contract';
import { formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { endOfMonth } from 'date-fns/endOfMonth';
import { format } from 'date-fns/format';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { startOfMonth } from 'date-fns/startOfMonth';
import { subMonths } from 'date-fns/subMonths';
import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { costsQuery, useHouseRules, money, today } from '@/data';
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
  LongScreen,
  Part,
  Row,
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

const MEANS: Record<VisitCostRecord['means'], string> = { water: 'Water only', mixed: 'Mixed cleaner', aerosol: 'Cans' };
const SPANS = ['month', 'year', 'breakeven'] as const;

const day = (at: Date) => formatISO(at, { representation: 'date' });

function spanOf(span: 'month' | 'year', now: Date): { from: string; to: string; words: string } {
  return span === 'month'
    ? { from: day(startOfMonth(now)), to: day(endOfMonth(now)), words: format(now, 'MMMM yyyy') }
    : { from: day(subMonths(now, 12)), to: day(now), words: 'the last twelve months' };
}

const sum = (rows: readonly VisitCostRecord[], of: (row: VisitCostRecord) => number) => rows.reduce((total, row) => total + of(row), 0);

const byDayDown = (rows: readonly VisitCostRecord[]): VisitCostRecord[] => [...rows].reverse();

/** What visits cost, and whether the gun has paid for itself. */
export function CostsScreen() {
  const asked = useLocalSearchParams<{ span?: string }>().span;
  const span = SPANS.find((row) => row === asked) ?? 'month';
  const { units } = useHouseRules();
  const { from, to, words } = spanOf(span === 'month' ? 'month' : 'year', parseISO(today()));
  const answer = useQuery({ ...costsQuery(from, to), enabled: span !== 'breakeven' });
  const rows = span === 'breakeven' ? [] : (answer.data ?? []);
  return (
    <LongScreen
      head={<ScreenHead title="Costs" under="Product, water and time" />}
      foot={
        <ThumbBar>
          <Act title="To the shelf" onPress={() => router.navigate('/shelf')} />
        </ThumbBar>
      }
      page={span}
      testID="costs"
      top={
        <View style={{ gap: space.m }}>
          <Tabs
            label="Costs of"
            value={span}
            onChange={(next) => router.setParams({ span: next })}
            options={[
              { value: 'month', label: 'This month' },
              { value: 'year', label: 'A year' },
              { value: 'breakeven', label: 'Can or gun' },
            ]}
          />
          {span === 'breakeven' ? (
            <BreakEvenPart />
          ) : rows.length > 0 ? (
            <Sums rows={rows} words={words} away={answer.isError} />
          ) : answer.data ? (
            <Empty
              title={`No visit closed in ${words}`}
              action={span === 'month' ? <Companion title="Show a year" onPress={() => router.setParams({ span: 'year' })} /> : undefined}
            >
              What a visit took from the shelf, its water and its time stand here once it is closed.
            </Empty>
          ) : answer.isError ? (
            <Trouble what="The costs could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
          ) : (
            <Waiting what="the costs" />
          )}
        </View>
      }
      rows={byDayDown(rows)}
      keyOf={(row) => row.visitId}
      draw={(row) => <CostRow row={row} units={units} />}
      {...(rows.length > 0
        ? {
            bottom: <Small ink="inkSoft">Rinse water is an estimate from face area and rows: nobody meters it. Prices are today’s.</Small>,
          }
        : {})}
    />
  );
}

const CostRow = ({ row, units }: { row: VisitCostRecord; units: UnitSystem }) => (
  <LinkRow
    title={`${row.placeName} · ${row.systemName}`}
    under={`${shortDay(row.day)} · product ${money(row.cost.product)}, water ${money(row.cost.water)} (${formatVolume(row.waterL, units)}), ${row.minutes} min`}
    right={money(row.cost.total)}
    href={`/visits/${row.visitId}/close`}
  />
);

/** What the visits of the span cost together, and by what they were washed with. */
function Sums({ rows, words, away }: { rows: readonly VisitCostRecord[]; words: string; away: boolean }) {
  const { units, hourlyRate, waterPricePerM3 } = useHouseRules();
  const free = [hourlyRate === 0 ? 'An hour’s work' : '', waterPricePerM3 === 0 ? 'Water' : ''].filter(Boolean);
  const allMeans = (Object.keys(MEANS) as VisitCostRecord['means'][]).flatMap((means) => {
    const own = rows.filter((row) => row.means === means);
    return own.length > 0 ? [{ means, own }] : [];
  });
  const stronger = { litres: sum(rows, (row) => row.stronger.litres), money: sum(rows, (row) => row.stronger.money) };
  return (
    <>
      {away ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.xl, rowGap: space.s }}>
        <Figure
          label={rows.length === 1 ? '1 visit cost' : `${rows.length} visits cost`}
          value={money(sum(rows, (row) => row.cost.total))}
        />
        <Figure label="product" value={money(sum(rows, (row) => row.cost.product))} />
        <Figure label="water" value={money(sum(rows, (row) => row.cost.water))} />
        <Figure label="time" value={money(sum(rows, (row) => row.cost.work))} />
      </View>
      {free.length > 0 ? (
        <Small ink="inkSoft">{`${free.join(' and ')} has no price in the house rules, so it counts as nothing here.`}</Small>
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
      <Part title={<Heading>Visit by visit</Heading>}>{null}</Part>
    </>
  );
}

const Figure = ({ label, value }: { label: string; value: string }) => (
  <View>
    <Label ink="inkSoft">{label}</Label>
    <Gauge>{value}</Gauge>
  </View>
);
