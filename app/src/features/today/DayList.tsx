import { dayQuery, shopAheadMin, takeUpdate, today, useHouseRules, useKeptShell, usePacking, useShop, useUpdateWaits } from '@/data';
import { Banner, Companion, Empty, line, LinkRow, Screen, ScreenHead, Sign, Small, space, target, Trouble, useTokens, Waiting } from '@/ui';
import { dayLater } from '@elm-mist/core/clock';
import { formatDuration } from '@elm-mist/core/units';
import { useQuery } from '@tanstack/react-query';
import { router, useGlobalSearchParams, usePathname } from 'expo-router';
import { Pressable, View } from 'react-native';
import { OwnNotices } from '../people/OwnNotices';
import { longDay } from '../shared/words';
import { LateLine } from './LateLine';
import { airLine, packedWords, SOURCE_WORDS, VisitEntry } from './VisitEntry';

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
