import { gradeFacts, PRACTICE_CASES } from '@elm-mist/core';
import { router } from 'expo-router';
import { useMe } from '@/data';
import { Body, Companion, Heading, LinkRow, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';
import { DrillsPart, DrillsStart } from './DrillsPart';
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
      <Part title={<Heading>Rinse a coil</Heading>}>
        <Body>
          Lift, foam, soak and rinse a face with a finger or the keys, and hold a torch behind it. It is a model: it knows what the planner
          knows, and shows where your way and the plan’s part.
        </Body>
        {PRACTICE_CASES.map((given) => {
          const [run, end] = person ? [keptRun(person.id, given.id), keptEnd(person.id, given)] : [null, null];
          const last = run ? 'begun, goes on where you left it' : end ? endWords(end) : '';
          return (
            <LinkRow
              key={given.id}
              title={given.name}
              under={last ? `${given.lesson} · ${last}` : given.lesson}
              href={`/practice/${given.id}`}
              testID={`practice-${given.id}`}
            />
          );
        })}
        <Small ink="inkSoft">
          What you rinse here stays on this device, is yours alone, and touches no visit, no stock and no learned time.
        </Small>
      </Part>
      {person ? <DrillsPart personId={person.id} /> : null}
    </Screen>
  );
}
