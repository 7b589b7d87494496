import { runsLate } from '@elm-mist/core';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { clockTime } from '@/data';
import { Banner, Companion } from '@/ui';
import { standingOrders } from '../dayplan/orders';
import { useDayToPlan } from '../dayplan/useDayToPlan';

/** A day that runs late: what of the rest cannot begin as it stands, and the way to order it anew. */
export function LateLine({ day }: { day: string }) {
  const { problem, visits } = useDayToPlan(day, true);
  const rows = visits.data?.visits;
  const late = useMemo(() => {
    if (!problem || !rows) return [];
    const told = Object.fromEntries(rows.map(({ visit }) => [visit.id, visit.startMinute]));
    return runsLate(problem, standingOrders(problem, rows), told).map(({ stopId, was, now, tooLate }) => {
      const name = problem.stops.find((stop) => stop.id === stopId)?.name ?? '';
      return `${name} at ${clockTime(now)}, not ${clockTime(was)}${tooLate ? ', past the owner’s hours' : ''}`;
    });
  }, [problem, rows]);
  if (late.length === 0) return null;
  return (
    <Banner tone="wait" right={<Companion title="Plan anew" onPress={() => router.push(`/plan?day=${day}`)} testID="plan-anew" />}>
      {`The day runs late: ${late.join('; ')}.`}
    </Banner>
  );
}
