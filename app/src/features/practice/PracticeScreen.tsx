import { gradeFacts } from '@elm-mist/core/survey';
import { PRACTICE_CASES, type PracticeCase } from '@elm-mist/core/trainer';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { practiceCoilsQuery, useMay, useMe, usePutPracticeCoilAway } from '@/data';
import { Banner, Body, Companion, Heading, LinkRow, Part, Screen, ScreenHead, Small, space, ThumbBar } from '@/ui';
import { saveCoil } from './coilFile';
import { DrillsPart, DrillsStart } from './DrillsPart';
import { RealPart } from './RealPart';
import { keptEnd, keptRun, type KeptEnd } from './keptRuns';

const endWords = ({ end }: KeptEnd): string =>
  `last time grade ${end.grade} ${gradeFacts(end.grade).name}, ${Math.round(end.totalMin)} min in all; the plan’s ${Math.round(end.planMin)}`;

/** Where hands are practised before a coil pays for it. */
export function PracticeScreen() {
  const { person } = useMe();
  return (
    <Screen
      testID="practice"
      head={<ScreenHead title="Practice" under="Make the mistakes here" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate('/more'))} grow />
        </ThumbBar>
      }
    >
      {person ? <DrillsStart personId={person.id} /> : null}
      {person ? <RealPart /> : null}
      <Part title={<Heading>Rinse a coil</Heading>}>
        <Body>
          Lift, foam, soak and rinse a face with a finger or the keys, and hold a torch behind it. It is a model: it knows what the planner
          knows, and shows where your way and the plan’s part.
        </Body>
        {PRACTICE_CASES.map((given) => (
          <CoilLink key={given.id} given={given} personId={person?.id ?? null} />
        ))}
        <Small ink="inkSoft">
          What you rinse here stays on this device, is yours alone, and touches no visit, no stock and no learned time.
        </Small>
      </Part>
      <ShopCoils personId={person?.id ?? null} />
      {person ? <DrillsPart personId={person.id} /> : null}
    </Screen>
  );
}

/** A coil to practise on, and how somebody stands with it. */
function CoilLink({ given, personId, by = '' }: { given: PracticeCase; personId: string | null; by?: string }) {
  const [run, end] = personId ? [keptRun(personId, given.id), keptEnd(personId, given)] : [null, null];
  return (
    <LinkRow
      title={given.name}
      under={[given.lesson, by ? `set by ${by}` : '', run ? 'goes on where you left it' : '', end ? endWords(end) : '']
        .filter(Boolean)
        .join(' · ')}
      href={`/practice/${given.id}`}
      testID={`practice-${given.id}`}
    />
  );
}

/** Coils that the shop set; who leads makes more. */
function ShopCoils({ personId }: { personId: string | null }) {
  const { data } = useQuery(practiceCoilsQuery);
  const leads = useMay('plan');
  const away = usePutPracticeCoilAway();
  const [trouble, setTrouble] = useState('');
  if (!leads && !data?.length) return null;
  return (
    <Part title={<Heading>Set by the shop</Heading>} testID="practice-shop">
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {(data ?? []).map(({ coil, by }) => (
        <View key={coil.id} style={{ gap: space.xs }}>
          <CoilLink given={coil} personId={personId} by={by} />
          {leads ? (
            <View style={{ flexDirection: 'row', gap: space.s }}>
              <Companion title="Out as a file" onPress={() => saveCoil(coil)} testID="coil-out" />
              <Companion
                title="Put it away"
                onPress={() => away.mutate(coil.id, { onError: () => setTrouble('The server is away: the coil was not put away.') })}
                busy={away.isPending}
                testID="coil-away"
              />
            </View>
          ) : null}
        </View>
      ))}
      {leads ? <Companion title="Make a coil" onPress={() => router.push('/practice/new')} testID="practice-new" /> : null}
    </Part>
  );
}
