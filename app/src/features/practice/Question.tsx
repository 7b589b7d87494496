import { CoreError } from '@elm-mist/core/errors';
import { DRILL_TABLE, LESSON_IDS, LESSON_TABLE, type Drill, type DrillGiven, type DrillMarked } from '@elm-mist/core/trainer';
import { formatQuantity, parseVolume, readFigure, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import {
  Act,
  Banner,
  Big,
  Body,
  Companion,
  Field,
  Heading,
  Label,
  OneOf,
  Part,
  Row,
  Screen,
  ScreenHead,
  Small,
  space,
  ThumbBar,
} from '@/ui';
import type { PracticeDesk } from '@/workers/practiceInWorker';
import { DrillDrawn } from './DrillDrawn';
import { LessonDrawing } from './LessonDrawing';
import { LevelAnswer } from './LevelAnswer';

/** The text of an amount as the core takes it. @throws CoreError where it is none */
function amountOf(drill: Drill, text: string, units: UnitSystem): number {
  if (drill.answer.type === 'amount' && drill.answer.quantity === 'volume')
    return parseVolume(text, units === 'us' ? 'floz' : 'L', 'answer');
  const value = readFigure(text);
  return drill.answer.type === 'amount' && drill.answer.quantity === 'duration' ? value * 60 : value;
}

/**
 * One question: asked, answered, and told with its reasons.
 * @param silent in an exam nothing is told: the next one comes at once
 */
export function Question({
  drill,
  desk,
  units,
  under,
  answered,
  next,
  enough,
  silent = false,
}: {
  drill: Drill;
  desk: PracticeDesk;
  units: UnitSystem;
  under: string;
  answered: (marked: DrillMarked) => void;
  next: () => void;
  enough: () => void;
  silent?: boolean;
}) {
  const { answer } = drill;
  const [chosen, setChosen] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [level, setLevel] = useState(0);
  const [order, setOrder] = useState<readonly string[]>([]);
  const [marked, setMarked] = useState<DrillMarked | null>(null);
  const [trouble, setTrouble] = useState('');
  const [lesson, setLesson] = useState(false);
  const [taken, setTaken] = useState<readonly string[]>([]);
  const given = (): DrillGiven => {
    if (answer.type === 'choice') return chosen ?? '';
    if (answer.type === 'readings') return { verdict: chosen ?? '', taken };
    if (answer.type === 'level') return level;
    return answer.type === 'order' ? order : amountOf(drill, typed, units);
  };
  const mark = async () => {
    try {
      const told = await desk.mark(drill, given(), units);
      setTrouble('trouble' in told ? told.trouble : '');
      if (!('marked' in told)) return;
      if (!silent) setMarked(told.marked);
      answered(told.marked);
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
          <Companion title="Enough" onPress={enough} testID="drill-enough" />
          {marked ? (
            <Act title="Next" onPress={next} wet testID="drill-next" />
          ) : (
            <Act title="That is it" onPress={() => void mark()} wet testID="drill-mark" />
          )}
        </ThumbBar>
      }
    >
      <Big>{drill.ask}</Big>
      {drill.drawing ? <DrillDrawn drawing={drill.drawing} /> : null}
      {drill.facts.length > 0 ? (
        <View>
          {drill.facts.map(({ label, text, quantity }) => (
            <Row key={label} label={label} value={text ?? (quantity ? formatQuantity(quantity, units) : '')} />
          ))}
        </View>
      ) : null}
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {answer.type === 'readings' ? <Kit kit={answer.kit} taken={taken} take={marked ? null : (id) => setTaken([...taken, id])} /> : null}
      {marked ? null : answer.type === 'choice' || answer.type === 'readings' ? (
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
          onEnter={() => void mark()}
          testID="drill-amount"
        />
      )}
      {marked ? (
        <>
          <Banner tone={marked.right ? 'done' : 'wait'}>{marked.right ? `Right: ${marked.says}` : `It is: ${marked.says}`}</Banner>
          <Part title={<Heading>Because</Heading>} testID="drill-because">
            {drill.because.map((line) => (
              <Body key={line}>{line}</Body>
            ))}
          </Part>
        </>
      ) : null}
      {silent ? null : lesson ? (
        <Part title={<Heading>What to know</Heading>} testID="drill-lesson">
          {DRILL_TABLE[drill.family].lesson.map((line) => (
            <Body key={line}>{line}</Body>
          ))}
          {LESSON_IDS.filter((id) => LESSON_TABLE[id].families.includes(drill.family)).map((id) => (
            <View key={id} style={{ gap: space.s, paddingTop: space.m }}>
              <Label>{LESSON_TABLE[id].title}</Label>
              <LessonDrawing id={id} />
              {LESSON_TABLE[id].lines.map((line) => (
                <Body key={line}>{line}</Body>
              ))}
            </View>
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

/** A kit whose readings are taken one at a time; each that was taken stays in sight. @param take null where no more are taken */
function Kit({
  kit,
  taken,
  take,
}: {
  kit: readonly { id: string; label: string; text: string }[];
  taken: readonly string[];
  take: ((id: string) => void) | null;
}) {
  return (
    <View style={{ gap: space.s }} testID="drill-kit">
      {taken.map((id) => {
        const row = kit.find((each) => each.id === id);
        return row ? <Row key={id} label={row.label} value={row.text} /> : null;
      })}
      {take ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {kit
            .filter(({ id }) => !taken.includes(id))
            .map(({ id, label }) => (
              <Companion key={id} title={label} onPress={() => take(id)} testID={`drill-read-${id}`} />
            ))}
        </View>
      ) : null}
    </View>
  );
}
