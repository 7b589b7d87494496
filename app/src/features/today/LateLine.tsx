import { runsLate } from '@elm-mist/core/route';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { clockTime } from '@/data';
import { Act, Strong, ThumbBar } from '@/ui';
import { standingOrders } from '../dayplan/orders';
import { useDayToPlan } from '../dayplan/useDayToPlan';

/** So many are named: the rest stands in the plan of the day. */
const MOST_NAMED = 2;

/**
 * A day that runs late: what of the rest cannot begin as it stands, and the way to order it again. It is known a moment after the day's visits, so it
 * stands under the thumb: over them it would push one visit away from under a finger and another in its place.
 */
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
    <ThumbBar
      over={
        <Strong>{`The day runs late: ${late.slice(0, MOST_NAMED).join('; ')}${late.length > MOST_NAMED ? `; and ${late.length - MOST_NAMED} more` : ''}.`}</Strong>
      }
    >
      <Act title="Plan anew" onPress={() => router.push(`/plan?day=${day}`)} testID="plan-anew" />
    </ThumbBar>
  );
}
