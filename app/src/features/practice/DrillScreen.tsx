import { DRILL_FAMILIES, DRILL_TABLE, type Drill, type DrillFamily, type DrillMarked } from '@elm-mist/core/trainer';
import type { UnitSystem } from '@elm-mist/core/units';
import { router, useLocalSearchParams } from 'expo-router';
import { useCallback, useEffect, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { keepPractice, syncPractice, useHouseRules, useMe, usePractice } from '@/data';
import { Screen, ScreenHead, Waiting } from '@/ui';
import type { PracticeDesk } from '@/workers/practiceInWorker';
import { useDesk } from '@/workers/useDesk';
import { Question } from './Question';

const SEEDS = 2 ** 31;
const seedNow = (): number => Math.floor(Math.random() * SEEDS);

/** Drills, one after the other: what was missed comes back, the rest by turns. */
export function DrillScreen() {
  const { family } = useLocalSearchParams<{ family?: string }>();
  const only = DRILL_FAMILIES.find((each) => each === family) ?? null;
  const { person } = useMe();
  const { units } = useHouseRules();
  return person ? <Drills key={`${only ?? 'all'} ${units}`} personId={person.id} only={only} units={units} /> : null;
}

function Drills({ personId, only, units }: { personId: string; only: DrillFamily | null; units: UnitSystem }) {
  const { entries } = usePractice(personId);
  const [drill, setDrill] = useState<Drill | null>(null);
  const [count, setCount] = useState({ asked: 0, right: 0 });
  const asked = useRef(entries);
  asked.current = entries;
  const next = useCallback(
    (on: PracticeDesk) => void on.ask(asked.current, Date.now(), seedNow(), units, only).then(setDrill),
    [units, only],
  );
  useEffect(() => void syncPractice(personId), [personId]);
  const desk = useDesk(next);
  if (!desk || !drill)
    return (
      <Screen testID="drill-waiting" head={<ScreenHead title="Drills" />}>
        <Waiting what="a question" />
      </Screen>
    );
  const answered = (marked: DrillMarked) => {
    setCount(({ asked: before, right }) => ({ asked: before + 1, right: right + (marked.right ? 1 : 0) }));
    const { family, skill, seed } = drill;
    keepPractice(personId, { id: uuid(), atMs: Date.now(), family, skill, seed, right: marked.right });
  };
  return (
    <Question
      key={`${drill.family} ${drill.seed}`}
      drill={drill}
      desk={desk}
      units={units}
      under={count.asked > 0 ? `${count.right} of ${count.asked} right just now` : DRILL_TABLE[drill.family].teaches}
      answered={answered}
      next={() => next(desk)}
      enough={() => router.navigate('/practice')}
    />
  );
}
