import { DRILL_FAMILIES, DRILL_TABLE, examSheet, type Drill, type DrillMarked, type ExamAnswer } from '@elm-mist/core/trainer';
import type { UnitSystem } from '@elm-mist/core/units';
import { router } from 'expo-router';
import { useCallback, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { keepPractice, shopZone, useHouseRules, useMe, useShop } from '@/data';
import { Banner, Body, Companion, Heading, Part, Row, Screen, ScreenHead, Small, Strong, ThumbBar, Waiting } from '@/ui';
import type { PracticeDesk } from '@/workers/practiceInWorker';
import { useDesk } from '@/workers/useDesk';
import { usePaper } from '../report/usePaper';
import { Question } from './Question';
import { SheetAct } from './SheetAct';

/** An exam: every family of drills, without reasons until its end, then a dated sheet. */
export function ExamScreen() {
  const { person } = useMe();
  const { units } = useHouseRules();
  return person ? <Exam key={units} personId={person.id} name={person.name} units={units} /> : null;
}

function Exam({ personId, name, units }: { personId: string; name: string; units: UnitSystem }) {
  const [drills, setDrills] = useState<readonly Drill[] | null>(null);
  const [answers, setAnswers] = useState<readonly ExamAnswer[]>([]);
  const begun = useRef(Date.now());
  const ask = useCallback((on: PracticeDesk) => void on.exam(Math.floor(Math.random() * 2 ** 31), units).then(setDrills), [units]);
  const desk = useDesk(ask);
  if (!desk || !drills)
    return (
      <Screen testID="exam-waiting" head={<ScreenHead title="Exam" />}>
        <Waiting what="the questions" />
      </Screen>
    );
  const drill = drills[answers.length];
  if (!drill) return <Ended name={name} answers={answers} minutes={(Date.now() - begun.current) / 60_000} />;
  const answered = (marked: DrillMarked) => {
    const { family, skill, seed } = drill;
    keepPractice(personId, { id: uuid(), atMs: Date.now(), family, skill, seed, right: marked.right });
    setAnswers([...answers, { drill, marked }]);
  };
  return (
    <Question
      key={answers.length}
      drill={drill}
      desk={desk}
      units={units}
      under={`Question ${answers.length + 1} of ${drills.length}, nothing is told before the end`}
      answered={answered}
      next={() => undefined}
      enough={() => router.navigate('/practice')}
      silent
    />
  );
}

/** How it went, and its sheet. */
function Ended({ name, answers, minutes }: { name: string; answers: readonly ExamAnswer[]; minutes: number }) {
  const [end] = useState({ atMs: Date.now(), minutes });
  const shop = useShop();
  const press = usePaper(`Exam ${name}`, false);
  const right = answers.filter(({ marked }) => marked.right).length;
  const missed = answers.filter(({ marked }) => !marked.right);
  const sheet = () =>
    examSheet({ person: name, shop: { name: shop.name, address: shop.address ?? '' }, zone: shopZone(), ...end, answers });
  return (
    <Screen
      testID="exam-ended"
      page="ended"
      head={<ScreenHead title={`${right} of ${answers.length} right`} under={name} />}
      foot={
        <ThumbBar>
          <Companion title="Practice" onPress={() => router.navigate('/practice')} />
          <SheetAct press={press} sheet={sheet} testID="exam-sheet" />
        </ThumbBar>
      }
    >
      {press.trouble ? <Banner tone="stop">{press.trouble}</Banner> : null}
      <Part first title={<Heading>By kind</Heading>}>
        {DRILL_FAMILIES.map((family) => {
          const own = answers.filter(({ drill }) => drill.family === family);
          return (
            <Row
              key={family}
              label={DRILL_TABLE[family].name}
              value={`${own.filter(({ marked }) => marked.right).length} of ${own.length}`}
            />
          );
        })}
      </Part>
      {missed.length > 0 ? (
        <Part title={<Heading>What was missed</Heading>}>
          {missed.map(({ drill, marked }) => (
            <Part key={`${drill.family} ${drill.seed}`}>
              <Strong>{drill.ask}</Strong>
              <Body>{`It is: ${marked.says}`}</Body>
              {drill.because.map((line) => (
                <Small key={line}>{line}</Small>
              ))}
            </Part>
          ))}
        </Part>
      ) : null}
    </Screen>
  );
}
