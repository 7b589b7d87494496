import type { PracticeVisitDone } from '@elm-mist/contract';
import { areaScore, DEBRIEF_AREA_NAMES, DEBRIEF_AREAS, visitSheet } from '@elm-mist/core/trainer';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { beginPracticeVisit, practiceVisitQuery, RefusedError, resumePracticeVisit, shopZone, useMe, useShop, wallClock } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Heading,
  LinkRow,
  Part,
  Screen,
  ScreenHead,
  Sign,
  Small,
  space,
  ThumbBar,
  Trouble,
  Waiting,
} from '@/ui';
import { usePaper } from '../report/usePaper';
import { SheetAct } from './SheetAct';

const AWAY = 'The server is away: a practised visit wants it.';
const scoreWords = ({ debrief }: PracticeVisitDone): string =>
  DEBRIEF_AREAS.flatMap((area) => {
    const { right, of } = areaScore(debrief[area]);
    return of > 0 ? [`${DEBRIEF_AREA_NAMES[area].toLowerCase()} ${right} of ${of}`] : [];
  }).join(', ') || 'nothing was done';

/** A whole visit, practised: where it is begun, gone on with, and judged. */
export function PracticeVisitScreen() {
  const { done: wanted } = useLocalSearchParams<{ done?: string }>();
  const { data, isError, refetch } = useQuery(practiceVisitQuery);
  const done = data?.done.find(({ id }) => id === wanted);
  if (done) return <Debriefed done={done} />;
  return (
    <Screen
      testID="practice-visit"
      head={<ScreenHead title="A whole visit" under="Six beads, an owner, a machine with something hidden" />}
      foot={
        <ThumbBar>
          <Companion title="Practice" onPress={() => router.navigate('/practice')} grow />
        </ThumbBar>
      }
    >
      {data ? <Begin now={data.now} past={data.done} /> : null}
      {!data && isError ? <Trouble what={AWAY} kept="Drills and coils to rinse work without it." retry={() => void refetch()} /> : null}
      {!data && !isError ? <Waiting what="your visits" /> : null}
    </Screen>
  );
}

type Standing = NonNullable<Awaited<ReturnType<NonNullable<typeof practiceVisitQuery.queryFn>>>>;

function Begin({ now, past }: { now: Standing['now']; past: readonly PracticeVisitDone[] }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const begin = async (exam: boolean) => {
    setBusy(true);
    setTrouble('');
    try {
      await beginPracticeVisit(exam, null);
    } catch (error) {
      setTrouble(error instanceof RefusedError ? error.message : AWAY);
      setBusy(false);
    }
  };
  return (
    <>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Part first>
        <Body>
          One visit in a shop of its own, with every screen of a real one. Nobody tells what is there: look round, ask the owner, read the
          meter and the simulated kit, and let time pass, all from the strip on top. At its end the visit is held against what was hidden.
        </Body>
        {now ? (
          <>
            <Act
              title={`Go on, ${wallClock(now.at, 'h:mm a').toLowerCase()} there`}
              onPress={() => void resumePracticeVisit(now)}
              wet
              testID="practice-visit-on"
            />
            <Companion title="Another instead" onPress={() => void begin(false)} />
          </>
        ) : (
          <Act title="Begin a visit" onPress={() => void begin(false)} busy={busy} wet testID="practice-visit-begin" />
        )}
        <Companion title="As an exam: no reasons, a dated sheet" onPress={() => void begin(true)} testID="practice-visit-exam" />
        <Small ink="inkSoft">
          Nothing of it touches a customer, the shelf, a record or a learned time. It wants the server, and waits two hours if you leave it.
        </Small>
      </Part>
      <Part title={<Heading>Practised</Heading>} testID="practice-visits">
        {past.length === 0 ? <Small ink="inkSoft">None yet.</Small> : null}
        {past.map((done) => (
          <LinkRow
            key={done.id}
            title={done.place}
            under={`${wallClock(done.atMs, 'd MMM, h:mm a')}${done.exam ? ', exam' : ''} · ${scoreWords(done)}`}
            href={`/practice/visit?done=${done.id}`}
          />
        ))}
        <Small ink="inkSoft">Yours alone. Who leads the shop sees how many there were, and how many without a line against safety.</Small>
      </Part>
    </>
  );
}

/** How one went. */
function Debriefed({ done }: { done: PracticeVisitDone }) {
  const { person } = useMe();
  const shop = useShop();
  const press = usePaper(`Practice ${person?.name ?? ''}`, false);
  const [trouble, setTrouble] = useState('');
  const { atMs, minutes, exam, place, debrief, seed } = done;
  const sheet = () =>
    visitSheet({
      person: person?.name ?? '',
      shop: { name: shop.name, address: shop.address ?? '' },
      zone: shopZone(),
      atMs,
      minutes,
      exam,
      place,
      debrief,
    });
  return (
    <Screen
      testID="practice-debrief"
      page={done.id}
      head={<ScreenHead title={place} under={`${minutes} min by its own clock${exam ? ', exam' : ''}`} />}
      foot={
        <ThumbBar>
          <Companion title="Your visits" onPress={() => router.navigate('/practice/visit')} />
          <SheetAct press={press} sheet={sheet} testID="practice-sheet" />
        </ThumbBar>
      }
    >
      {press.trouble || trouble ? <Banner tone="stop">{press.trouble || trouble}</Banner> : null}
      {DEBRIEF_AREAS.filter((area) => debrief[area].length > 0).map((area, i) => {
        const { right, of } = areaScore(debrief[area]);
        return (
          <Part
            key={area}
            first={i === 0}
            title={<Heading>{`${DEBRIEF_AREA_NAMES[area]}: ${right} of ${of}`}</Heading>}
            testID={`debrief-${area}`}
          >
            {debrief[area].map(({ ok, words }) => (
              <View key={words} style={{ flexDirection: 'row', gap: space.s }}>
                <Sign name={ok ? 'check' : 'stop'} ink={ok ? 'elm' : 'brick'} size={22} />
                <View style={{ flex: 1 }}>
                  <Body>{words}</Body>
                </View>
              </View>
            ))}
          </Part>
        );
      })}
      <Part>
        <Companion
          title="The same visit again"
          onPress={() => void beginPracticeVisit(false, seed).catch(() => setTrouble(AWAY))}
          testID="practice-visit-again"
        />
      </Part>
    </Screen>
  );
}
