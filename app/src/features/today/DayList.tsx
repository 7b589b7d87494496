import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import {
  BEAD_NAMES,
  formatDuration,
  formatQuantity,
  formatVolume,
  gradeFacts,
  type Grade,
  type HouseRules,
  type UnitSystem,
} from '@elm-mist/core';
import { useQuery } from '@tanstack/react-query';
import { addDays, formatISO, parseISO } from 'date-fns';
import { router, useGlobalSearchParams, usePathname } from 'expo-router';
import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import { clockTime, dayQuery, today, useHouseRules } from '@/data';
import {
  Banner,
  Body,
  Companion,
  DayRibbon,
  Empty,
  Figure,
  Heading,
  Label,
  line,
  LinkBox,
  Screen,
  ScreenHead,
  Sign,
  Small,
  space,
  Strong,
  target,
  Trouble,
  useTokens,
  Waiting,
} from '@/ui';
import { FitLine } from './FitLine';
import { ribbonOf } from './ribbonOf';
import { longDay, ROLE_NAMES, STANDING_WORDS } from '../shared/words';

/** What to expect and carry, in a line for each coil. */
export function needLine(need: TodayVisit['needs'][number], system: UnitSystem): string {
  const grade =
    need.expectedGrade === null
      ? 'not seen before'
      : `${gradeFacts(need.expectedGrade as Grade).name} ${need.expectedGrade}${{ 'last visit': ' last time', survey: ' found', plan: '', 'nothing known': '' }[need.basis]}`;
  const carry =
    need.cleanerName === null
      ? ''
      : need.concentrateL === null
        ? ` · ${need.cleanerName.toLowerCase()} only`
        : ` · ${need.cans === null ? formatVolume(need.concentrateL, system) : `${need.cans} ${need.cans === 1 ? 'can' : 'cans'} of`} ${need.cleanerName}`;
  return `${ROLE_NAMES[need.role]}: ${grade}${carry}`;
}

/** The warmest hour of the day in a line. */
function airLine(weather: DayRecord['weather'] | undefined, system: UnitSystem): string {
  const warmest = [...(weather?.hours ?? [])].sort((a, b) => b.dryBulbC - a.dryBulbC)[0];
  return warmest
    ? ` · up to ${formatQuantity({ kind: 'temperature', celsius: warmest.dryBulbC }, system)} · ${warmest.rhPct} % · ${formatQuantity({ kind: 'speed', ms: warmest.windMs }, system)}`
    : '';
}

/** Where a visit stands, as a word in a box. */
export function StandingTag({ visit }: { visit: TodayVisit }) {
  const tokens = useTokens();
  const { standing } = visit.visit;
  const ground = { planned: tokens.sheet, 'under way': tokens.amberWash, closed: tokens.elmWash }[standing];
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: 4,
        alignSelf: 'flex-start',
        borderWidth: line.thin,
        borderColor: tokens.ruleStrong,
        backgroundColor: ground,
        paddingHorizontal: 8,
        paddingVertical: 2,
      }}
    >
      {standing === 'closed' ? <Sign name="check" size={16} ink="elm" /> : null}
      <Label>{standing === 'under way' ? `Under way · ${BEAD_NAMES[visit.bead]}` : STANDING_WORDS[standing]}</Label>
    </View>
  );
}

function VisitEntry({
  row,
  current,
  house,
  weather,
}: {
  row: TodayVisit;
  current: boolean;
  house: HouseRules;
  weather: DayRecord['weather'] | undefined;
}) {
  const tokens = useTokens();
  const system = house.units;
  const ribbon = useMemo(() => (row.visit.standing === 'closed' ? null : ribbonOf(row, weather, house)), [row, weather, house]);
  return (
    <LinkBox
      href={`/visits/${row.visit.id}`}
      current={current ? 'page' : undefined}
      testID={`visit-${row.visit.id}`}
      style={{
        minHeight: target.wet,
        paddingVertical: space.m,
        gap: space.xs,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.ruleStrong,
        marginHorizontal: -space.l,
        paddingHorizontal: space.l,
        ...(current ? { backgroundColor: tokens.elmWash } : {}),
      }}
    >
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: space.s }}>
        <Heading style={{ flexShrink: 1 }}>{row.place.name}</Heading>
        <Figure>{`${clockTime(row.visit.startMinute)} · ${formatDuration(row.visit.durationMin * 60)}`}</Figure>
      </View>
      <Body ink="inkSoft">{`${row.system.name}${row.visit.purpose ? `, ${row.visit.purpose.toLowerCase()}` : ''} · ${row.place.address}`}</Body>
      {ribbon ? (
        <View style={{ gap: space.xs }} testID={`ribbon-${row.visit.id}`}>
          <DayRibbon cells={ribbon.cells} window={ribbon.window} says={ribbon.says} />
          {ribbon.advice ? <Strong ink="brick">{ribbon.advice}</Strong> : null}
        </View>
      ) : null}
      {row.visit.standing === 'closed' ? null : <FitLine row={row} />}
      {row.visit.standing === 'closed' ? null : row.needs.map((need) => <Small key={need.coilId}>{needLine(need, system)}</Small>)}
      <StandingTag visit={row} />
    </LinkBox>
  );
}

/** The day's visits in order. The day comes from the address, so that it can be kept and shared. */
export function DayList() {
  const params = useGlobalSearchParams<{ day?: string; visitId?: string }>();
  const path = usePathname();
  const day = /^\d{4}-\d{2}-\d{2}$/.test(params.day ?? '') ? (params.day as string) : today();
  const house = useHouseRules();
  const answer = useQuery(dayQuery(day));
  const tokens = useTokens();
  const turn = (by: number) => {
    const next = formatISO(addDays(parseISO(day), by), { representation: 'date' });
    router.setParams({ day: next });
  };
  const step = (by: number, name: 'back' | 'forward', says: string) => (
    <Pressable
      role="button"
      aria-label={says}
      onPress={() => turn(by)}
      style={{
        width: target.usual,
        height: target.usual,
        alignItems: 'center',
        justifyContent: 'center',
        borderWidth: line.thin,
        borderColor: tokens.ruleStrong,
        borderRadius: 3,
        backgroundColor: tokens.sheet,
      }}
    >
      <Sign name={name} size={26} />
    </Pressable>
  );
  const visits = answer.data?.visits;
  const left = visits?.filter((row) => row.visit.standing !== 'closed').length ?? 0;
  const under =
    day === today()
      ? visits
        ? `Today · ${visits.length === 0 ? 'no visits' : left === 0 ? 'all closed' : `${left} of ${visits.length} to do`}`
        : 'Today'
      : 'Not today';
  return (
    <Screen
      testID="day-list"
      head={
        <ScreenHead
          title={longDay(day)}
          under={`${under}${airLine(answer.data?.weather, house.units)}`}
          right={
            <View style={{ flexDirection: 'row', gap: space.s }}>
              {step(-1, 'back', 'The day before')}
              {step(1, 'forward', 'The day after')}
            </View>
          }
        />
      }
    >
      {answer.isError && visits ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      {visits ? (
        visits.length > 0 ? (
          <View style={{ marginTop: -space.l }}>
            {visits.map((row) => (
              <VisitEntry
                key={row.visit.id}
                row={row}
                house={house}
                weather={answer.data?.weather}
                current={path.startsWith(`/visits/${row.visit.id}`)}
              />
            ))}
            <Small ink="inkSoft">
              Ribbon: minutes until foam dries, hour by hour. Bar: sun on the coil. Box: the good window. Weather simulated.
            </Small>
          </View>
        ) : (
          <Empty title="Nothing planned for this day" action={<Companion title="Go to Places" onPress={() => router.push('/places')} />}>
            {answer.data?.next ? `The next visit is on ${longDay(answer.data.next.day)}. ` : ''}To plan one, open a system under Places and
            choose a day.
          </Empty>
        )
      ) : answer.isError ? (
        <Trouble
          what="The day could not be read"
          kept="Nothing was lost. Visits that were opened on this device before still open."
          retry={() => void answer.refetch()}
        />
      ) : (
        <Waiting what="the day’s visits" lines={6} />
      )}
    </Screen>
  );
}
