import {
  isPromised,
  leftOver,
  pauseOf,
  RECHECK_NAMES,
  rechecksFor,
  SAFE_STEP_NAMES,
  safeStepsFor,
  wholeFinding,
  type Pause,
  type Recheck,
  type SafeStep,
} from '@elm-mist/core/run';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { dayOf, sharedNow, useChangeVisit, useDraft, useVisit, wallClock } from '@/data';
import { Act, AnyOf, Banner, Body, Companion, Field, HazardBox, Heading, Label, Part, Row, Small, Strong, ThumbBar, Tick } from '@/ui';
import { partsLine } from '../findings/findingWords';
import { shortDay } from '../shared/words';
import { goTo, VisitScreen } from '../visit/VisitScreen';

/** Leaving a visit to wait for parts, and going on with it on another day. */
export function PauseScreen() {
  const { state, detail } = useVisit();
  const pause = pauseOf(state);
  if (state.closed || state.cancelled)
    return (
      <VisitScreen
        visitStep="close"
        page="pause"
        under="Wait for parts"
        foot={
          <ThumbBar>
            <Act title="To Close" onPress={() => goTo(detail.visit.id, 'close')} />
          </ThumbBar>
        }
      >
        <Body>The visit is done with: there is nothing to wait for.</Body>
      </VisitScreen>
    );
  return pause ? <GoOn pause={pause} /> : <Leave />;
}

interface LeaveDraft {
  reason: string;
  findingIds: string[];
  due: string;
  lies: string;
  told: string;
  safe: SafeStep[];
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

function Leave() {
  const { state, detail, findings, record } = useVisit();
  const move = useChangeVisit();
  const waits = findings.filter((life) => isPromised(life));
  const [draft, keep, drop] = useDraft<LeaveDraft>(`pause.${detail.visit.id}`, () => {
    const parts = waits.flatMap((life) => wholeFinding(life).parts);
    return {
      reason: parts.length > 0 ? `Parts to come: ${partsLine(parts)}` : '',
      findingIds: waits.map((life) => life.findingId),
      due: '',
      lies: '',
      told: detail.place.customerName,
      safe: [],
    };
  });
  const [dueTrouble, setDueTrouble] = useState('');
  const off = leftOver(state);
  const steps = safeStepsFor(state);
  const leave = () => {
    const due = draft.due.trim();
    if (due !== '' && (!DAY.test(due) || due < dayOf(sharedNow()))) {
      setDueTrouble('A day from today on, like 2026-06-18; empty where nobody knows.');
      return;
    }
    setDueTrouble('');
    const ok = record({
      kind: 'visit.suspended',
      data: {
        reason: draft.reason.trim(),
        findingIds: draft.findingIds,
        due: due || null,
        lies: draft.lies.trim(),
        told: draft.told.trim(),
        safe: draft.safe.filter((step) => steps.includes(step)),
      },
    });
    if (!ok) return;
    drop();
    // It stands on the day that the parts are due; without signal it is moved by hand later.
    if (due) {
      const { startMinute, durationMin, windowFrom = null, windowTo = null, purpose, coilIds } = detail.visit;
      move.mutate({ id: detail.visit.id, change: { day: due, startMinute, durationMin, windowFrom, windowTo, purpose, coilIds } });
    }
  };
  return (
    <VisitScreen
      visitStep="close"
      page="pause"
      under="Leave it to wait for parts"
      foot={
        <ThumbBar>
          <Companion title="Not now" onPress={() => (router.canGoBack() ? router.back() : goTo(detail.visit.id, 'close'))} />
          <Act title="Leave it, safe" onPress={leave} testID="pause-leave" />
        </ThumbBar>
      }
    >
      <HazardBox lead="Nothing live, nothing open.">
        Who comes by must not be able to switch it on or reach a live part. Lock or tag it, cover what is open; local code stands first.
      </HazardBox>
      <Part first title={<Heading>What it waits for</Heading>}>
        <Field
          label="Why it is left"
          value={draft.reason}
          onChange={(reason) => keep({ ...draft, reason })}
          multiline
          testID="pause-reason"
        />
        {waits.length > 0 ? (
          <AnyOf
            label="Findings it waits for"
            options={waits.map((life) => ({ value: life.findingId, label: wholeFinding(life).name }))}
            value={draft.findingIds}
            onChange={(findingIds) => keep({ ...draft, findingIds })}
          />
        ) : null}
        <Field
          label="Parts due"
          value={draft.due}
          onChange={(due) => keep({ ...draft, due })}
          error={dueTrouble || undefined}
          help="A day like 2026-06-18: the visit moves to it. Empty where nobody knows"
          testID="pause-due"
        />
      </Part>
      <Part title={<Heading>What is off, and where it lies</Heading>}>
        {off.length > 0 ? (
          off.map((text) => <Body key={text}>{text}</Body>)
        ) : (
          <Body ink="inkSoft">Nothing is off, by the takedown log.</Body>
        )}
        {off.length > 0 ? (
          <Field label="Where it lies" value={draft.lies} onChange={(lies) => keep({ ...draft, lies })} testID="pause-lies" />
        ) : null}
      </Part>
      <Part title={<Heading>Safe to be left</Heading>}>
        {steps.map((step) => (
          <Tick
            key={step}
            label={SAFE_STEP_NAMES[step]}
            value={draft.safe.includes(step)}
            onChange={(on) => keep({ ...draft, safe: on ? [...draft.safe, step] : draft.safe.filter((other) => other !== step) })}
            testID={`safe-${step}`}
          />
        ))}
        <Field label="Who was told" value={draft.told} onChange={(told) => keep({ ...draft, told })} testID="pause-told" />
      </Part>
    </VisitScreen>
  );
}

function GoOn({ pause }: { pause: Pause }) {
  const { state, detail, record, findings } = useVisit();
  const [checked, setChecked] = useState<Recheck[]>([]);
  const [note, setNote] = useState('');
  const checks = rechecksFor(state, pause.value);
  const waits = findings.filter((life) => pause.value.findingIds.includes(life.findingId));
  const goOn = () => {
    if (record({ kind: 'visit.resumed', data: { checked, note: note.trim() } })) goTo(detail.visit.id, 'look');
  };
  return (
    <VisitScreen
      visitStep="close"
      page="pause"
      under="It waits for parts"
      foot={
        <ThumbBar>
          <Act title="Go on with it" onPress={goOn} testID="pause-go-on" />
        </ThumbBar>
      }
    >
      {pause.value.due && pause.value.due !== detail.visit.day ? (
        <Banner tone="wait" right={<Companion title="Move it" onPress={() => router.navigate(`/visits/${detail.visit.id}/move`)} />}>
          {`It still stands on ${shortDay(detail.visit.day)}: move it to the day of the parts.`}
        </Banner>
      ) : null}
      <Part first title={<Heading>Left to wait</Heading>} testID="pause-record">
        <View>
          <Row label="Why" value={pause.value.reason} />
          <Row label="Parts due" value={pause.value.due ? shortDay(pause.value.due) : 'nobody knows'} />
          {pause.value.lies ? <Row label="What came off lies" value={pause.value.lies} /> : null}
          <Row label="Told" value={pause.value.told} />
        </View>
        {pause.value.safe.map((step) => (
          <Small key={step}>{SAFE_STEP_NAMES[step]}</Small>
        ))}
        <Small ink="inkSoft">{`${wallClock(pause.at, 'd MMM yyyy, h:mm a').replace(/AM|PM/, (half) => half.toLowerCase())}, ${pause.by}`}</Small>
        {waits.map((life) => (
          <Strong
            key={life.findingId}
          >{`${wholeFinding(life).name}: ${partsLine(wholeFinding(life).parts) || wholeFinding(life).action}`}</Strong>
        ))}
      </Part>
      <Part title={<Heading>Before it goes on</Heading>}>
        <Label ink="inkSoft">Looked at with your own eyes</Label>
        {checks.map((check) => (
          <Tick
            key={check}
            label={RECHECK_NAMES[check]}
            value={checked.includes(check)}
            onChange={(on) => setChecked(on ? [...checked, check] : checked.filter((other) => other !== check))}
            testID={`recheck-${check}`}
          />
        ))}
        <Field label="What is different" value={note} onChange={setNote} multiline />
        <Banner tone="info">
          The gate is asked anew: isolate and prove dead before anything is touched. The air is noted anew before anything is washed, and
          what was mixed before is not used.
        </Banner>
      </Part>
    </VisitScreen>
  );
}
