import { dayLater } from '@elm-mist/core/clock';
import { findingSteps, isOpenFinding, type FindingStep } from '@elm-mist/core/run';
import { findingWords } from '@elm-mist/core/shop';
import { FINDING_TABLE } from '@elm-mist/core/survey';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { dayOf, sharedNow, useVisit } from '@/data';
import { Act, Banner, Companion, Empty, Field, HazardBox, Heading, LinkRow, Part, space, ThumbBar } from '@/ui';
import { PhotoPart } from '../photos/PhotoPart';
import { undoLine, UndoButton } from '../visit/Undo';
import { VisitScreen } from '../visit/VisitScreen';
import { LifeRows } from './LifeRows';

const ACT_WORDS: Record<FindingStep, string> = {
  offered: 'Offered by word',
  accepted: 'They accept',
  declined: 'They decline',
  scheduled: 'Promise a day',
  fixed: 'It is fixed',
  done: 'It is done',
};
/** What is asked beside a step. */
const ASKS: Record<FindingStep, { words: string; reading: boolean; day: string }> = {
  offered: { words: 'What was said', reading: false, day: '' },
  accepted: { words: 'Their word', reading: false, day: '' },
  declined: { words: 'Their word, as they said it', reading: false, day: 'Ask again on' },
  scheduled: { words: 'What was agreed', reading: false, day: 'Promised for' },
  fixed: { words: 'What was done', reading: true, day: '' },
  done: { words: 'What was done', reading: true, day: '' },
};

/** One finding inside a visit: what is known, what became of it, and what may be done about it next, by who holds the phone. */
export function FindingScreen() {
  const { findingId } = useLocalSearchParams<{ findingId: string }>();
  const { findings, allCoils, detail, state, record, own, holds, who, team } = useVisit();
  const [asked, setAsked] = useState<FindingStep | null>(null);
  const [words, setWords] = useState('');
  const [after, setAfter] = useState('');
  const [day, setDay] = useState(dayOf(sharedNow()));
  const life = findings.find((row) => row.findingId === findingId);
  if (!life)
    return (
      <VisitScreen visitStep="look" page="finding" under="Finding">
        <Empty title="No such finding">It may have been taken back. Findings stand in Look, Check and Close.</Empty>
      </VisitScreen>
    );
  const closed = state.closed !== null;
  const steps = findingSteps(life, holds).filter((step) => !closed || (step !== 'fixed' && step !== 'done'));
  const last = own('findings');
  const start = (step: FindingStep) => {
    setAsked(step);
    setWords('');
    setAfter('');
    setDay(step === 'declined' ? '' : dayOf(sharedNow()));
  };
  const keep = () => {
    if (!asked) return;
    const ask = ASKS[asked];
    const ok = record({
      kind: 'finding.step',
      data: {
        findingId: life.findingId,
        step: asked,
        words: words.trim(),
        ...(ask.reading && after.trim() ? { after: after.trim() } : {}),
        ...(ask.day && day.trim() ? { day: day.trim() } : {}),
      },
    });
    if (ok) setAsked(null);
  };
  const licence = FINDING_TABLE[life.what].licence;
  return (
    <VisitScreen
      visitStep="look"
      page="finding"
      under="Finding"
      foot={
        <ThumbBar over={undoLine(last)}>
          {last ? <UndoButton page="findings" testID="undo-finding" /> : null}
          {asked ? (
            <>
              <Companion title="Not yet" onPress={() => setAsked(null)} />
              <Act title={ACT_WORDS[asked]} onPress={keep} testID="finding-step-keep" />
            </>
          ) : (
            <Companion
              title="Back"
              grow
              onPress={() => (router.canGoBack() ? router.back() : router.navigate(`/visits/${detail.visit.id}/close`))}
            />
          )}
        </ThumbBar>
      }
    >
      <LifeRows life={life} coils={allCoils} />
      {isOpenFinding(life) && findingWords(life.what, who, team) ? <Banner tone="info">{findingWords(life.what, who, team)}</Banner> : null}
      {asked ? (
        <Part title={<Heading>{ACT_WORDS[asked]}</Heading>} testID="finding-step">
          {(asked === 'fixed' || asked === 'done') && licence === 'electrical' ? (
            <HazardBox lead="Prove it dead first.">
              Capacitors hold charge after power is off. Isolate, tag, prove dead, discharge as the maker says. Manual and local code stand
              first.
            </HazardBox>
          ) : null}
          {(asked === 'fixed' || asked === 'done') && licence === 'refrigerant' ? (
            <HazardBox lead="Refrigerant is for the licensed.">
              Recover, never vent. Eye and hand protection. The maker’s manual, local law and code stand first.
            </HazardBox>
          ) : null}
          <Field label={ASKS[asked].words} value={words} onChange={setWords} multiline testID="finding-words" />
          {ASKS[asked].reading ? (
            <Field label="What is read now" value={after} onChange={setAfter} help="With its unit, such as 40 µF" testID="finding-after" />
          ) : null}
          {ASKS[asked].day ? (
            <Field
              label={ASKS[asked].day}
              value={day}
              onChange={setDay}
              help={
                asked === 'declined'
                  ? `A day like ${dayLater(dayOf(sharedNow()), 180)}; empty for the next visit. It then stands in the list of what is due.`
                  : 'A day like 2026-06-18'
              }
              testID="finding-day"
            />
          ) : null}
        </Part>
      ) : steps.length > 0 || (isOpenFinding(life) && !closed) ? (
        <Part title={<Heading>What happens with it</Heading>}>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
            {steps.map((step) => (
              <Companion key={step} title={ACT_WORDS[step]} onPress={() => start(step)} testID={`finding-${step}`} />
            ))}
            {isOpenFinding(life) && !closed ? (
              <Companion
                title="It is no longer so"
                onPress={() => record({ kind: 'finding.closed', data: { findingId: life.findingId, note: '' } })}
                testID="finding-aside"
              />
            ) : null}
          </View>
          {life.standing === 'noted' || life.standing === 'declined' || life.standing === 'offered' ? (
            <LinkRow
              title="Put it on a quote"
              under="Priced from the price book, accepted by name"
              href={`/visits/${detail.visit.id}/quote?findingId=${life.findingId}`}
              testID="finding-to-quote"
            />
          ) : null}
        </Part>
      ) : null}
      <PhotoPart coilId={life.coilId} when={isOpenFinding(life) ? 'before' : 'after'} findingId={life.findingId} />
    </VisitScreen>
  );
}
