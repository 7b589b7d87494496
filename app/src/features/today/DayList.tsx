import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import { coilName } from '@elm-mist/core/equipment';
import type { HouseRules } from '@elm-mist/core/method';
import { VISIT_STEP_NAMES } from '@elm-mist/core/run';
import { gradeFacts, type Grade } from '@elm-mist/core/survey';
import { formatDuration, formatQuantity, formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, useGlobalSearchParams, usePathname } from 'expo-router';
import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import {
  clockTime,
  dayQuery,
  shopAheadMin,
  today,
  useHouseRules,
  takeUpdate,
  useKeptShell,
  usePacking,
  useShop,
  useUpdateWaits,
} from '@/data';
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
  LinkRow,
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
import { OwnNotices } from '../people/OwnNotices';
import { FitLine } from './FitLine';
import { LateLine } from './LateLine';
import { ribbonOf } from './ribbonOf';
import { hoursLine, longDay, shortDay, STANDING_WORDS } from '../shared/words';

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
  return `${coilName(need)}: ${grade}${carry}`;
}

/** Where the air of a day is from, in words. */
const SOURCE_WORDS = { simulated: 'Weather simulated.', typical: 'Weather of a typical year.', read: 'Weather as it was read.' } as const;

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
  const ground = {
    planned: tokens.sheet,
    'under way': tokens.amberWash,
    suspended: tokens.amberWash,
    closed: tokens.elmWash,
    cancelled: tokens.sheet,
  }[standing];
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
      <Label>{standing === 'under way' ? `Under way · ${VISIT_STEP_NAMES[visit.visitStep]}` : STANDING_WORDS[standing]}</Label>
    </View>
  );
}

/** What opens with no signal: visits that were fetched, at an address where the browser keeps the program too. */
function packedWords({ packed, of }: { packed: number; of: number }, shell: ReturnType<typeof useKeptShell>, away: boolean): string {
  const told = `Packed: ${packed} of ${of}.`;
  if (shell === 'never')
    return `${told} With no signal they open only while this page stays open. Use the shop’s secure address: More, Open with no signal.`;
  if (packed < of) return `${told}${away ? ' The others open once the server is in reach.' : ''}`;
  return shell === 'kept' ? `${told} These open with no signal.` : `${told} Reload to open with no signal.`;
}

/** Of a visit whose plan or times the server could not make out. */
export const UNREAD_WORDS = 'This visit cannot be summed up here. Its entries are kept. Open it and make the plan again.';

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
  const { crew } = useShop();
  const goes = [crew?.find((member) => member.id === row.visit.crewId)?.name ?? '', hoursLine(row.visit)].filter(Boolean).join(' · ');
  const ribbon = useMemo(
    () => (row.visit.standing === 'closed' || row.visit.standing === 'cancelled' ? null : ribbonOf(row, weather, house)),
    [row, weather, house],
  );
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
      {goes ? <Small ink="inkSoft">{goes}</Small> : null}
      <Body ink="inkSoft">{`${row.system.name}${row.visit.purpose ? `, ${row.visit.purpose.toLowerCase()}` : ''} · ${row.place.address}`}</Body>
      {ribbon ? (
        <View style={{ gap: space.xs }} testID={`ribbon-${row.visit.id}`}>
          <DayRibbon cells={ribbon.cells} window={ribbon.window} says={ribbon.says} />
          {ribbon.advice ? <Strong ink="brick">{ribbon.advice}</Strong> : null}
        </View>
      ) : null}
      {row.unread ? <Strong ink="brick">{UNREAD_WORDS}</Strong> : null}
      {row.visit.standing === 'closed' ? null : <FitLine row={row} />}
      {row.visit.standing === 'closed' ? null : row.needs.map((need) => <Small key={need.coilId}>{needLine(need, system)}</Small>)}
      {row.promised.length > 0 ? (
        <Small testID={`promised-${row.visit.id}`}>
          <Strong>Promised: </Strong>
          {row.promised
            .map((one) => (one.parts.length > 0 ? `${one.name.toLowerCase()} (carry ${one.parts.join(', ')})` : one.name.toLowerCase()))
            .join('; ')}
        </Small>
      ) : null}
      {row.pause ? (
        <Small ink="brick">{`${row.pause.value.reason}${row.pause.value.due ? `, due ${shortDay(row.pause.value.due)}` : ''}`}</Small>
      ) : null}
      <StandingTag visit={row} />
    </LinkBox>
  );
}

/** Ways on from a day: drawn once its visits are, so that none moves away from under a thumb. */
function DayLinks({ day }: { day: string }) {
  return (
    <>
      <LinkRow
        title="Plan the day"
        under="The best order, who goes where, what goes on the truck"
        href={`/plan?day=${day}`}
        testID="to-plan"
      />
      <LinkRow title="The week" under="Its days side by side, and what is due to be put on them" href="/week" testID="to-week" />
      <LinkRow title="Due" under="What is due again, soonest first" href="/due" testID="to-due" />
      <LinkRow title="Open in the shop" under="Findings, quotes that wait, visits left for parts" href="/open" testID="to-open" />
    </>
  );
}

/** The day's visits in order. The day comes from the address, so that it can be kept and shared. */
export function DayList() {
  const params = useGlobalSearchParams<{ day?: string; visitId?: string }>();
  const path = usePathname();
  const day = /^\d{4}-\d{2}-\d{2}$/.test(params.day ?? '') ? (params.day as string) : today();
  const house = useHouseRules();
  const answer = useQuery(dayQuery(day));
  const packing = usePacking(day);
  const shell = useKeptShell();
  const shop = useShop();
  const aheadMin = shopAheadMin();
  const updateWaits = useUpdateWaits();
  const tokens = useTokens();
  const turn = (by: number) => {
    router.setParams({ day: dayLater(day, by) });
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
  // Never offered in the middle of a wash.
  const washing = visits?.some((row) => row.visit.standing === 'under way' && row.visitStep === 'wash') ?? false;
  const left = visits?.filter((row) => row.visit.standing !== 'closed' && row.visit.standing !== 'cancelled').length ?? 0;
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
      foot={day === today() && left > 0 ? <LateLine day={day} /> : null}
    >
      {answer.isError && visits ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      <OwnNotices />
      {updateWaits && !washing ? (
        <Banner tone="info" right={<Companion title="Take it" onPress={takeUpdate} testID="take-update" />}>
          A newer version of the program is here.
        </Banner>
      ) : null}
      {shop.setUp && shop.setUp.length < 4 ? (
        <Banner tone="info" right={<Companion title="Go on" onPress={() => router.push('/start')} testID="to-start" />}>
          This shop is not set up to the end yet.
        </Banner>
      ) : null}
      {aheadMin !== 0 ? (
        <Small ink="inkSoft">{`Days and times are the shop’s, ${formatDuration(Math.abs(aheadMin) * 60)} ${aheadMin > 0 ? 'ahead of' : 'behind'} this phone.`}</Small>
      ) : null}
      {packing && packing.of > 0 ? (
        <Small ink={packing.packed === packing.of ? 'inkSoft' : 'ink'} testID="packed">
          {packedWords(packing, shell, answer.isError)}
        </Small>
      ) : null}
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
              Ribbon: minutes until foam dries, hour by hour. Bar: sun on the coil. Box: the good window. S: storm.{' '}
              {SOURCE_WORDS[answer.data?.weather.source ?? 'simulated']}
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
          what="This day is not on this device"
          kept="Nothing was lost. It shows once the server is in reach; days that were packed show without."
          retry={() => void answer.refetch()}
        />
      ) : (
        <Waiting what="the day’s visits" lines={6} />
      )}
      {visits || answer.isError ? <DayLinks day={day} /> : null}
    </Screen>
  );
}
