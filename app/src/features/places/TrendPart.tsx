import type { CoilRecord, PastVisit } from '@elm-mist/contract';
import { regrowthOf, TREND_TABLE, trendsOf, type Trend } from '@elm-mist/core/judgment';
import { coilName } from '@elm-mist/core/equipment';
import { EDGES, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import { Heading, Label, LinkRow, OneOf, Part, Small, space } from '@/ui';
import { shortDay } from '../shared/words';

const TrendChart = lazy(() => import('./TrendChart'));

/** What is shown of regrowth: the last few times. */
const LAST = 3;

const shown = (trend: Trend, units: UnitSystem) => {
  const { edge, unit } = TREND_TABLE[trend.id];
  if (!edge) return { of: (value: number) => value, unit, digits: 0 };
  return { of: (value: number) => EDGES[edge].fromSi(value, units), unit: EDGES[edge].unit[units], digits: EDGES[edge].digits[units] };
};

/** How a system went over the years: one figure at a time, as found and as left, how it grew back, and a way to set two sets of readings side by side. */
export function TrendPart({
  history,
  coils,
  systemId,
  units,
}: {
  history: readonly PastVisit[];
  coils: readonly CoilRecord[];
  systemId: string;
  units: UnitSystem;
}) {
  const trends = trendsOf(history);
  const [picked, pick] = useState('');
  const keyOf = (trend: Trend) => `${trend.id} ${trend.coilId ?? ''}`;
  const trend = trends.find((row) => keyOf(row) === picked) ?? trends[0];
  const sets = history.flatMap((visit) => (['before', 'after'] as const).filter((when) => Object.keys(visit.figures[when]).length > 0));
  const nameOf = (row: Trend) => {
    const coil = coils.find((each) => each.id === row.coilId);
    return coil ? `${TREND_TABLE[row.id].name}, ${coilName(coil).toLowerCase()}` : TREND_TABLE[row.id].name;
  };
  if (!trend) return null;
  const { of, unit, digits } = shown(trend, units);
  const values = trend.points.map((point) => of(point.value));
  const text = (value: number) => `${trimDecimals(value, digits)}${unit ? ` ${unit}` : ''}`;
  const regrown = regrowthOf(trend).slice(-LAST).reverse();
  const says = `${nameOf(trend)}: ${trend.points.map((point, i) => `${shortDay(point.day)} ${point.when === 'before' ? 'found' : 'left'} ${text(values[i] ?? 0)}`).join(', ')}.`;
  return (
    <Part title={<Heading>Over the years</Heading>}>
      {trends.length > 1 ? (
        <OneOf
          label="What to follow"
          value={keyOf(trend)}
          onChange={pick}
          options={trends.map((row) => ({ value: keyOf(row), label: nameOf(row) }))}
        />
      ) : (
        <Label ink="inkSoft">{nameOf(trend)}</Label>
      )}
      <Suspense fallback={<View style={{ height: 190 }} />}>
        <TrendChart key={keyOf(trend)} trend={trend} values={values} says={says} />
      </Suspense>
      <Small ink="inkSoft">{`○ as found  ● as left${unit ? `, in ${unit}` : ''}`}</Small>
      <View style={{ gap: space.xs }}>
        {regrown.map(({ from, to, months }) => (
          <Small
            key={to.visitId}
          >{`Left at ${text(of(from.value))} on ${shortDay(from.day)}, found at ${text(of(to.value))}, ${Math.max(1, Math.round(months))} months later.`}</Small>
        ))}
      </View>
      {sets.length > 1 ? (
        <LinkRow title="Set two sets of readings side by side" href={`/systems/${systemId}/compare`} testID="to-compare" />
      ) : null}
    </Part>
  );
}
