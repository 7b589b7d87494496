import { dayToPlan } from '@elm-mist/core/route';
import { wallMs } from '@elm-mist/core/clock';
import type { DayProblem } from '@elm-mist/core/route';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { dayCrewsQuery, dayQuery, shopZone, sharedNow, today, useHouseRules, useShop } from '@/data';

/** Planned again so often while the day goes on, minutes. */
const ANEW_MIN = 5;

/** Minute of the shop's day, rounded up to the step that days are planned in. */
function nowMinute(): number {
  const wall = new Date(wallMs(shopZone(), sharedNow()));
  return Math.ceil((wall.getUTCHours() * 60 + wall.getUTCMinutes()) / ANEW_MIN) * ANEW_MIN;
}

/**
 * A day with its visits, crews and roads, as it can be ordered; null until all of it is known.
 * @param nearTold visits stay near the time that their owners were told
 * @param anyHour when crews leave and are to be back does not count: what was told is kept, however early it is
 */
export function useDayToPlan(day: string, anyHour = false, nearTold = false) {
  const visits = useQuery(dayQuery(day));
  const said = useQuery(dayCrewsQuery(day));
  const house = useHouseRules();
  const { crew, latitudeDeg, longitudeDeg } = useShop();
  const nowMin = day === today() ? nowMinute() : null;
  const problem = useMemo((): DayProblem | null => {
    if (!visits.data || !said.data) return null;
    const { stops, crews } = dayToPlan({
      visits: visits.data.visits,
      hours: visits.data.weather.hours,
      zone: shopZone(),
      minimumC: house.minimumOutdoorC,
      crews: anyHour ? said.data.crews.map((own) => ({ ...own, from: 0, to: 1440 })) : said.data.crews,
      members: crew ?? [],
      shop: typeof latitudeDeg === 'number' && typeof longitudeDeg === 'number' ? { latitudeDeg, longitudeDeg } : null,
      nowMin,
      nearTold,
    });
    return { stops, crews, roads: said.data.roads };
  }, [visits.data, said.data, house.minimumOutdoorC, crew, latitudeDeg, longitudeDeg, nowMin, anyHour, nearTold]);
  return { problem, visits, said };
}
