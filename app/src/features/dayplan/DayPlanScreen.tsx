import { movedVisits, type MovedVisit } from '@elm-mist/core/route';
import { dayLater } from '@elm-mist/core/clock';
import { dayAsChosen, whyLeft, type DayPlan, type DayProblem } from '@elm-mist/core/route';
import { formatDuration } from '@elm-mist/core/units';
import { router, useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { clockTime, RefusedError, today, useSaveOrder, useShop } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Empty,
  Heading,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  Strong,
  ThumbBar,
  Trouble,
  Waiting,
} from '@/ui';
import { useOrderedDay, type OrderedDay } from '@/workers/useOrderedDay';
import { hoursLine, longDay } from '../shared/words';
import { ChangesPart } from './ChangesPart';
import { CrewsPart } from './CrewsPart';
import { ordersOf, standingOrders, type Orders } from './orders';
import { TruckPart } from './TruckPart';
import { useDayToPlan } from './useDayToPlan';
import { WaysPart } from './WaysPart';

const minutes = (n: number): string => formatDuration(n * 60);

/** How good the best order is known to be. */
function howGood({ plan, done }: OrderedDay): string {
  if (!plan) return 'Looking for the best order …';
  if (plan.routes.length === 0) return '';
  if (plan.proven) return 'Nothing better exists, on steps of five minutes.';
  const gap = plan.boundMin === null || plan.minutes === 0 ? null : (100 * (plan.minutes - plan.boundMin)) / plan.minutes;
  const off =
    gap === null
      ? ''
      : gap < 0.05
        ? 'The visits that are in could not be done in less.'
        : `At most ${gap.toFixed(1)} % longer than could be.`;
  return done ? off || 'A good order; how far off it may be is not known.' : `Looking further. ${off}`;
}

/** A day in its best order: who goes where, when, and what it costs to do otherwise. */
export function DayPlanScreen() {
  const params = useLocalSearchParams<{ day?: string }>();
  const day = /^\d{4}-\d{2}-\d{2}$/.test(params.day ?? '') ? (params.day as string) : today();
  const [nearTold, setNearTold] = useState(day === today());
  const { problem, visits, said } = useDayToPlan(day, false, nearTold);
  const { crew } = useShop();
  const members = (crew ?? []).filter((member) => !member.archived);
  const rows = visits.data?.visits;
  const step = (by: number, title: string) => <Companion title={title} onPress={() => router.setParams({ day: dayLater(day, by) })} />;
  if (!problem || !rows || !said.data)
    return (
      <Screen head={<ScreenHead title={longDay(day)} under="In its best order" />}>
        {visits.isError || said.isError ? (
          <Trouble
            what="This day cannot be ordered now"
            kept="The server is away. Today still shows the visits as they stand."
            retry={() => void Promise.all([visits.refetch(), said.refetch()])}
          />
        ) : (
          <Waiting what="the day" lines={6} />
        )}
      </Screen>
    );
  return (
    <Ordered key={`${day} ${nearTold}`} day={day} problem={problem} rows={rows}>
      <Part title={<Heading>Times</Heading>}>
        <OneOf
          label="Times"
          options={[
            { value: 'near', label: 'Near what owners were told' },
            { value: 'any', label: 'Any, in the owners’ hours' },
          ]}
          value={nearTold ? 'near' : 'any'}
          onChange={(value) => setNearTold(value === 'near')}
          testID="near-told"
        />
      </Part>
      <CrewsPart key={said.dataUpdatedAt} said={said.data} members={members} />
      <TruckPart day={day} visits={rows} />
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        {step(-1, 'The day before')}
        {step(1, 'The day after')}
      </View>
    </Ordered>
  );
}

type Rows = NonNullable<ReturnType<typeof useDayToPlan>['visits']['data']>['visits'];

function Ordered({ day, problem, rows, children }: { day: string; problem: DayProblem; rows: Rows; children: React.ReactNode }) {
  const best = useOrderedDay(problem);
  const [chosen, setChosen] = useState<Orders | null>(null);
  const [trouble, setTrouble] = useState('');
  // Whom to tell of what was just kept: by then nothing differs any more.
  const [kept, setKept] = useState<MovedVisit[]>([]);
  const save = useSaveOrder();
  const stands = useMemo(() => dayAsChosen(problem, standingOrders(problem, rows)), [problem, rows]);
  const own = useMemo(() => (chosen ? dayAsChosen(problem, chosen) : null), [problem, chosen]);
  const shown: (DayPlan & { broken?: string[] }) | null = own ?? best.plan;
  const left = useMemo(() => (shown ? whyLeft(problem, shown) : []), [problem, shown]);
  const orders = shown ? (chosen ?? ordersOf(problem, shown)) : [];
  const changes = shown ? movedVisits(rows, shown.routes) : [];
  const toTell = changes.length > 0 ? changes : kept;
  const placed =
    shown?.routes.flatMap((route) =>
      route.stops.map(({ stopId, begin }) => ({ visitId: stopId, startMinute: begin, crewId: route.crewId })),
    ) ?? [];
  // Whoever goes where they stand, and no owner would have to be told of another time.
  const same =
    changes.length === 0 &&
    placed.every(({ visitId, crewId }) => rows.some(({ visit }) => visit.id === visitId && visit.crewId === crewId));
  const keep = async () => {
    setTrouble('');
    try {
      await save.mutateAsync({ day, order: { rows: placed } });
      setKept(changes);
      setChosen(orders);
    } catch (error) {
      setTrouble(error instanceof RefusedError ? Object.values(error.fields).join(' ') : 'The server is away. The order is still here.');
    }
  };
  const more = own && best.plan ? own.minutes - best.plan.minutes : 0;
  const told = Object.fromEntries(
    rows.map(({ visit }) => [visit.id, [`told ${clockTime(visit.startMinute)}`, hoursLine(visit)].filter(Boolean).join(' · ')]),
  );
  const nameOf = (id: string) => problem.stops.find((stop) => stop.id === id)?.name ?? id;
  return (
    <Screen
      testID="day-plan"
      head={
        <ScreenHead
          title={longDay(day)}
          under={`${problem.stops.length} ${problem.stops.length === 1 ? 'visit' : 'visits'} to order, ${problem.crews.length} ${problem.crews.length === 1 ? 'crew' : 'crews'}`}
        />
      }
      foot={
        problem.stops.length > 0 ? (
          <ThumbBar>
            {chosen ? (
              <Companion title="Best order" onPress={() => setChosen(null)} testID="best-order" />
            ) : (
              <Companion title="Back" onPress={() => router.back()} />
            )}
            <Act
              title={same ? 'This is how it stands' : 'Keep this order'}
              onPress={() => void keep()}
              disabled={same || placed.length === 0}
              busy={save.isPending}
              testID="keep-order"
            />
          </ThumbBar>
        ) : null
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {problem.stops.length === 0 ? (
        <Empty title="Nothing to order on this day">
          Visits that are planned or wait for parts are ordered here; what is begun or closed stays.
        </Empty>
      ) : shown ? (
        <>
          <Part first title={<Heading>{chosen ? 'As you put it' : 'Best order'}</Heading>} testID="order-cost">
            <Row label="Crews are out">
              <Strong>{shown.minutes > 0 ? minutes(shown.minutes) : 'nobody'}</Strong>
            </Row>
            {chosen ? (
              <Body ink={more > 0 ? 'brick' : 'ink'}>
                {more > 0
                  ? `${minutes(more)} more than the best order.`
                  : more < 0
                    ? `${minutes(-more)} less, with fewer visits in.`
                    : 'As good as the best order.'}
              </Body>
            ) : (
              <Small ink="inkSoft">{howGood(best)}</Small>
            )}
            {!chosen && !same && stands.minutes > 0 ? (
              <Small>
                {`As it stands crews are out ${minutes(stands.minutes)}${stands.broken.length > 0 ? `, and ${stands.broken.map(nameOf).join(', ')} cannot be kept` : ''}.`}
              </Small>
            ) : null}
          </Part>
          {left.map(({ stopId, why, fits }) => (
            <Banner key={stopId} tone="wait">{`${nameOf(stopId)} is not in: ${why} ${fits}`}</Banner>
          ))}
          <WaysPart problem={problem} routes={shown.routes} orders={orders} told={told} broken={own?.broken ?? []} onChange={setChosen} />
          {toTell.length > 0 ? <ChangesPart changes={toTell} kept={changes.length === 0} rows={rows} /> : null}
        </>
      ) : (
        <Waiting what="the best order" lines={6} />
      )}
      {/* What can be chosen stands below what is found, and is drawn after it. */}
      {problem.stops.length === 0 || shown || best.done ? children : null}
    </Screen>
  );
}
