import {
  CoreError,
  DRILL_FAMILIES,
  DRILL_TABLE,
  formatQuantity,
  markDrill,
  nextDrill,
  parseVolume,
  readFigure,
  type Drill,
  type DrillFamily,
  type DrillGiven,
  type DrillMarked,
  type UnitSystem,
} from '@elm-mist/core';
import { router, useLocalSearchParams } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { keepPractice, syncPractice, useHouseRules, useMe, usePractice } from '@/data';
import { Act, Banner, Big, Body, Companion, Field, Heading, OneOf, Part, Row, Screen, ScreenHead, Small, space, ThumbBar } from '@/ui';
import { DrillDrawn } from './DrillDrawn';
import { LevelAnswer } from './LevelAnswer';

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
  const [drill, setDrill] = useState<Drill>(() => nextDrill(entries, Date.now(), seedNow(), units, only));
  const [count, setCount] = useState({ asked: 0, right: 0 });
  useEffect(() => void syncPractice(personId), [personId]);
  const answered = (marked: DrillMarked) => {
    setCount(({ asked, right }) => ({ asked: asked + 1, right: right + (marked.right ? 1 : 0) }));
    const { family, skill, seed } = drill;
    keepPractice(personId, { id: uuid(), atMs: Date.now(), family, skill, seed, right: marked.right });
  };
  return (
    <One
      key={`${drill.family} ${drill.seed}`}
      drill={drill}
      units={units}
      under={count.asked > 0 ? `${count.right} of ${count.asked} right just now` : DRILL_TABLE[drill.family].teaches}
      answered={answered}
      next={() => setDrill(nextDrill(entries, Date.now(), seedNow(), units, only))}
    />
  );
}

/** A ratio is not parted at the end of a line. */
const unbroken = (text: string): string => text.replaceAll(' : ', '\u00a0:\u00a0');

/** The text of an amount as the core takes it. @throws CoreError where it is none */
function amountOf(drill: Drill, text: string, units: UnitSystem): number {
  if (drill.answer.type === 'amount' && drill.answer.quantity === 'volume')
    return parseVolume(text, units === 'us' ? 'floz' : 'L', 'answer');
  const value = readFigure(text);
  return drill.answer.type === 'amount' && drill.answer.quantity === 'duration' ? value * 60 : value;
}

function One({
  drill,
  units,
  under,
  answered,
  next,
}: {
  drill: Drill;
  units: UnitSystem;
  under: string;
  answered: (marked: DrillMarked) => void;
  next: () => void;
}) {
  const { answer } = drill;
  const [chosen, setChosen] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [level, setLevel] = useState(0);
  const [order, setOrder] = useState<readonly string[]>([]);
  const [marked, setMarked] = useState<DrillMarked | null>(null);
  const [trouble, setTrouble] = useState('');
  const [lesson, setLesson] = useState(false);
  const given = (): DrillGiven =>
    answer.type === 'choice'
      ? (chosen ?? '')
      : answer.type === 'level'
        ? level
        : answer.type === 'order'
          ? order
          : amountOf(drill, typed, units);
  const mark = () => {
    try {
      const result = markDrill(drill, given(), units);
      setTrouble('');
      setMarked(result);
      answered(result);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setTrouble(error.message);
    }
  };
  const unit =
    answer.type === 'amount'
      ? answer.quantity === 'volume'
        ? units === 'us'
          ? 'fl oz'
          : 'L'
        : answer.quantity === 'duration'
          ? 'min'
          : ''
      : '';
  return (
    <Screen
      testID="drill"
      page={`${drill.family} ${drill.seed}`}
      head={<ScreenHead title={DRILL_TABLE[drill.family].name} under={under} />}
      foot={
        <ThumbBar>
          <Companion title="Enough" onPress={() => router.navigate('/practice')} testID="drill-enough" />
          {marked ? (
            <Act title="Next" onPress={next} wet testID="drill-next" />
          ) : (
            <Act title="That is it" onPress={mark} wet testID="drill-mark" />
          )}
        </ThumbBar>
      }
    >
      <Big>{unbroken(drill.ask)}</Big>
      {drill.drawing ? <DrillDrawn drawing={drill.drawing} /> : null}
      {drill.facts.length > 0 ? (
        <View>
          {drill.facts.map(({ label, text, quantity }) => (
            <Row key={label} label={label} value={text ?? (quantity ? formatQuantity(quantity, units) : '')} />
          ))}
        </View>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {marked ? null : answer.type === 'choice' ? (
        <OneOf
          label="Answers"
          options={answer.options.map(({ id, text }) => ({ value: id, label: text }))}
          value={chosen}
          onChange={setChosen}
          testID="drill-options"
        />
      ) : answer.type === 'level' ? (
        <LevelAnswer holdsL={answer.holdsL} stepL={answer.stepL} value={level} onChange={setLevel} system={units} />
      ) : answer.type === 'order' ? (
        <View style={{ gap: space.s }} testID="drill-order">
          <Small ink="inkSoft">Press them in the order in which you would do them; a second press takes one back.</Small>
          {answer.options.map(({ id, text }) => {
            const at = order.indexOf(id);
            return (
              <Companion
                key={id}
                title={at < 0 ? text : `${at + 1}. ${text}`}
                onPress={() => setOrder(at < 0 ? [...order, id] : order.filter((other) => other !== id))}
                wet
                testID={`drill-task-${id}`}
              />
            );
          })}
        </View>
      ) : (
        <Field
          label={`Amount ${answer.unit}`}
          value={typed}
          onChange={setTyped}
          unit={unit}
          keyboard="decimal-pad"
          onEnter={mark}
          testID="drill-amount"
        />
      )}
      {marked ? (
        <>
          <Banner tone={marked.right ? 'done' : 'wait'}>{marked.right ? `Right: ${marked.says}` : `It is: ${marked.says}`}</Banner>
          <Part title={<Heading>Because</Heading>} testID="drill-because">
            {drill.because.map((line) => (
              <Body key={line}>{unbroken(line)}</Body>
            ))}
          </Part>
        </>
      ) : null}
      {lesson ? (
        <Part title={<Heading>What to know</Heading>} testID="drill-lesson">
          {DRILL_TABLE[drill.family].lesson.map((line) => (
            <Body key={line}>{line}</Body>
          ))}
        </Part>
      ) : (
        <View style={{ alignItems: 'flex-start', paddingTop: space.m }}>
          <Companion title="What to know" onPress={() => setLesson(true)} testID="drill-know" />
        </View>
      )}
    </Screen>
  );
}
