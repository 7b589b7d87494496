import { coilDues, upkeepOf } from '@elm-mist/core/closing';
import { stillOn, washedWith } from '@elm-mist/core/visit';
import { POWER_SOURCE_NAMES, coilName } from '@elm-mist/core/equipment';
import { whyAdvice } from '@elm-mist/core/method';
import { VISIT_STEP_NAMES, VISIT_STEPS, LOCKOUT_TABLE, leftOver } from '@elm-mist/core/run';
import { gradeFacts, worstOf, type FaceGrades } from '@elm-mist/core/survey';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { dayOf, useDraft, useVisit, wallClock, sharedNow } from '@/data';
import {
  Act,
  Banner,
  Body,
  Companion,
  Field,
  GradeStrip,
  HazardBox,
  Heading,
  Label,
  LinkBox,
  LinkRow,
  Part,
  Row,
  Small,
  Strong,
  ThumbBar,
  Waiting,
  Why,
} from '@/ui';
import { longDay } from '../shared/words';
import { FindingsPart } from '../findings/FindingsPart';
import { undoLine, UndoButton } from '../visit/Undo';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { ReadingsCard } from '../readings/ReadingsCard';
import { LightCard } from '../light/LightCard';
import { DonePrice } from '../price/DonePrice';
import { useBookAsked } from '../price/useVisitPrice';
import { AsFoundRows } from './AsFoundRows';
import { ClosingsPart } from './ClosingsPart';
import { DuePart } from './DuePart';
import { ClosingChecksPart } from './ClosingChecksPart';
import { NotesPart } from './NotesPart';
import { SignPart } from './SignPart';
import { usePayDays } from './usePayDays';
import { UsedPart } from './UsedPart';

const worst = (grades: FaceGrades | undefined): string => {
  const grade = worstOf(grades ?? {});
  return grade === null ? 'not graded' : `${grade} ${gradeFacts(grade).name}`;
};

export function CloseScreen() {
  const { state, allCoils, detail, done, record, own, shelf, house } = useVisit();
  const { longestWait } = house;
  const { visit, system } = detail;
  const closedOn = dayOf(state.closed ? state.closed.at : sharedNow());
  const { latitudeDeg, altitudeM } = detail.place;
  const { graded, climate, pace } = detail.known;
  const dues = useMemo(
    () =>
      coilDues(state, allCoils, { configuration: system.configuration, latitudeDeg, climate, pace, longestWait }, closedOn, graded ?? [], {
        ...system,
        altitudeM,
      }),
    [state, allCoils, system, latitudeDeg, altitudeM, climate, pace, longestWait, closedOn, graded],
  );
  const upkeep = useMemo(
    () => upkeepOf(state, allCoils, system.configuration, closedOn),
    [state, allCoils, system.configuration, closedOn],
  );
  const due = dues.first;
  const [draft, keep, drop] = useDraft(`close.${visit.id}`, () => ({ note: '' }));
  const open = VISIT_STEPS.filter((visitStep) => visitStep !== 'close' && !done[visitStep]);
  const minutes = state.startedAt
    ? Math.floor(((state.closed ? Date.parse(state.closed.at) : sharedNow()) - Date.parse(state.startedAt)) / 60_000)
    : 0;
  const pays = usePayDays(dues.coils, closedOn, minutes);
  const notBack = leftOver(state);
  const last = own('close');
  const claim = state.story?.value.lastService ?? '';
  const booked = useBookAsked();
  const nameOf = (cleanerId: string) => shelf.find((row) => row.id === cleanerId)?.name ?? '';
  const restart = Object.values(state.lockouts).some((lockout) => lockout?.done.isolated) && !state.powerUp.done['power-on'];
  const advice = [...new Set(allCoils.flatMap((coil) => state.plans[coil.id]?.value.advice ?? []))];
  const close = () => {
    const ok = record(...(state.startedAt ? [] : [{ kind: 'visit.started' as const, data: {} }]), {
      kind: 'visit.closed',
      data: {
        nextDue: due.date,
        why: due.because.rules[0]?.because ?? '',
        note: draft.note.trim(),
        ...(dues.coils.length > 0
          ? {
              coils: dues.coils.map((row) => ({ coilId: row.coilId, nextDue: row.due.date, why: row.due.because.rules[0]?.because ?? '' })),
            }
          : {}),
        ...(upkeep.length > 0
          ? { upkeep: upkeep.map(({ id, date, rule, ruleId }) => ({ id, nextDue: date, why: rule.because, ruleId })) }
          : {}),
      },
    });
    if (ok) drop();
  };
  return (
    <VisitScreen
      visitStep="close"
      under={state.closed ? `Closed by ${state.closed.by}` : 'Summary, next due, done'}
      foot={
        <ThumbBar over={undoLine(last)}>
          {last ? <UndoButton page="close" testID="undo-used" /> : null}
          {state.closed ? (
            <>
              <Act title="To its history" onPress={() => router.navigate(`/systems/${system.id}`)} testID="to-history" />
            </>
          ) : (
            <>
              {open[0] ? <Companion title={VISIT_STEP_NAMES[open[0]]} onPress={() => goTo(visit.id, open[0] ?? 'look')} /> : null}
              <Act title="Close the visit" onPress={() => close()} testID="close-visit" />
            </>
          )}
        </ThumbBar>
      }
    >
      {state.closed ? <Banner tone="done">{`Done. Due again ${longDay(state.closed.value.nextDue)}.`}</Banner> : null}
      <ClosingsPart />
      {!state.closed && open.length > 0 ? (
        <Banner tone="wait">{`Still open: ${open.map((visitStep) => VISIT_STEP_NAMES[visitStep]).join(', ')}. The visit can be closed all the same; the record will show it.`}</Banner>
      ) : null}
      {!state.closed && notBack.length > 0 ? (
        <Banner
          tone="stop"
          right={
            <LinkBox href={`/visits/${visit.id}/takedown`} style={{ minHeight: 48, justifyContent: 'center', paddingHorizontal: 12 }}>
              <Strong>Takedown</Strong>
            </LinkBox>
          }
        >
          {`Not back yet: ${notBack.join('; ')}.`}
        </Banner>
      ) : null}
      {!state.closed && restart ? (
        <HazardBox lead="Before power goes back.">
          Tell the occupant, hands clear of the fan. Whoever pulled the block puts it back. Power-up goes through it step by step.
        </HazardBox>
      ) : null}
      {state.lockoutSkips.length > 0 ? (
        <Part first title={<Heading>Left out of the safety gate</Heading>} testID="gate-skips">
          {state.lockoutSkips.map((skip) => (
            <View key={skip.eventId} style={{ gap: 2 }}>
              <Strong ink="brick">{`${POWER_SOURCE_NAMES[skip.value.source]}: ${LOCKOUT_TABLE[skip.value.step].name.toLowerCase()}`}</Strong>
              <Body>{skip.value.reason}</Body>
              <Small ink="inkSoft">{`${skip.by}, ${wallClock(skip.at, 'h:mm a').toLowerCase()}`}</Small>
            </View>
          ))}
        </Part>
      ) : null}
      <AsFoundRows />
      {allCoils.map((coil) => {
        const survey = state.surveys[coil.id]?.value;
        const check = state.checks[coil.id]?.value;
        const washed = washedWith(state, coil.id, nameOf);
        const foamOn = stillOn(state, coil.id);
        const aside = state.skipped[coil.id]?.value;
        return (
          <Part key={coil.id} first={coil === allCoils[0]} title={<Heading>{coilName(coil)}</Heading>}>
            {aside ? <Body>{`Left out: ${aside}.`}</Body> : null}
            {survey ? (
              <>
                <Label ink="inkSoft">as found</Label>
                <GradeStrip faces={coil.geometry.faces} rows={coil.geometry.rows} grades={survey.grades} cellHeight={40} />
              </>
            ) : null}
            {check ? (
              <>
                <Label ink="inkSoft">as left</Label>
                <GradeStrip
                  faces={coil.geometry.faces}
                  rows={coil.geometry.rows}
                  grades={check.gradesAfter}
                  caption={false}
                  cellHeight={40}
                />
              </>
            ) : null}
            <View>
              <Row label="Worst face" value={`${worst(survey?.grades)}${check ? `, left at ${worst(check.gradesAfter)}` : ''}`} />
              {washed === null ? null : <Row label="Washed with" value={washed} />}
              {claim && survey ? <Row label="Last washed, they say" value={`${claim}; found at ${worst(survey.grades)}`} /> : null}
              {check?.note ? <Row label="Note" value={check.note} /> : null}
            </View>
            {state.light[coil.id] ? <LightCard coilId={coil.id} own={check ? worstOf(check.gradesAfter) : null} /> : null}
            {foamOn ? <Banner tone="wait">{foamOn}</Banner> : null}
          </Part>
        );
      })}
      <ReadingsCard />
      <UsedPart />
      <DonePrice />
      {booked ? (
        <>
          <DuePart dues={dues} upkeep={upkeep} pays={pays} minutes={minutes} />
          {advice.length > 0 ? (
            <Part title={<Heading>Tell the owner</Heading>}>
              {advice.map((text) => (
                <Why key={text} because={whyAdvice(text)} about="this advice">
                  <Body>{text}</Body>
                </Why>
              ))}
            </Part>
          ) : null}
          <FindingsPart coilId={null} />
          <Part title={<Heading>Word at closing</Heading>}>
            {state.closed ? (
              <Body>{state.closed.value.note || 'None.'}</Body>
            ) : (
              <Field label="Note" value={draft.note} onChange={(note) => keep({ note })} multiline testID="close-note" />
            )}
          </Part>
          <LinkRow
            title="Report"
            under="One page for the customer, the pages behind it, as PDF"
            href={`/visits/${visit.id}/report`}
            testID="to-report"
          />
          <ClosingChecksPart />
          <SignPart />
          <NotesPart />
        </>
      ) : (
        <Waiting what="the prices" lines={4} />
      )}
    </VisitScreen>
  );
}
