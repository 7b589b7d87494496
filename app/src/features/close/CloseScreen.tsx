import { minutesOnSite, ownerAdvice } from '@elm-mist/core/visit';
import { sharedNow, useDraft, useVisit } from '@/data';
import { Act, Banner, Body, Companion, Field, Heading, LinkRow, Part, ThumbBar, Waiting, Why } from '@/ui';
import { closingEntry } from '@elm-mist/core/closing';
import { whyAdvice } from '@elm-mist/core/method';
import { VISIT_STEP_NAMES, VISIT_STEPS } from '@elm-mist/core/run';
import { router } from 'expo-router';
import { FindingsPart } from '../findings/FindingsPart';
import { DonePrice } from '../price/DonePrice';
import { useBookAsked } from '../price/useVisitPrice';
import { ReadingsCard } from '../readings/ReadingsCard';
import { longDay } from '../shared/words';
import { UndoButton, undoLine } from '../visit/Undo';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { AsFoundRows } from './AsFoundRows';
import { ClosedCoil } from './ClosedCoil';
import { ClosingChecksPart } from './ClosingChecksPart';
import { ClosingsPart } from './ClosingsPart';
import { DuePart } from './DuePart';
import { LeftOpen } from './LeftOpen';
import { NotesPart } from './NotesPart';
import { SignPart } from './SignPart';
import { useClosing } from './useClosing';
import { UsedPart } from './UsedPart';
import { usePayDays } from './usePayDays';

export function CloseScreen() {
  const { state, allCoils, detail, done, record, own } = useVisit();
  const { visit, system } = detail;
  const { closedOn, dues, upkeep } = useClosing();
  const [draft, keep, drop] = useDraft(`close.${visit.id}`, () => ({ note: '' }));
  const open = VISIT_STEPS.filter((visitStep) => visitStep !== 'close' && !done[visitStep]);
  const minutes = minutesOnSite(state, sharedNow());
  const pays = usePayDays(dues.coils, closedOn, minutes);
  const last = own('close');
  const booked = useBookAsked();
  const advice = ownerAdvice(state, allCoils);
  const close = () => {
    const ok = record(...(state.startedAt ? [] : [{ kind: 'visit.started' as const, data: {} }]), {
      kind: 'visit.closed',
      // The server computes the days again as it takes the entry: it may know of visits that this phone does not.
      data: closingEntry({ dues, upkeep }, draft.note.trim()),
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
            <Act title="To its history" onPress={() => router.navigate(`/systems/${system.id}`)} testID="to-history" />
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
      <LeftOpen steps={open} />
      <AsFoundRows />
      {allCoils.map((coil) => (
        <ClosedCoil key={coil.id} coil={coil} first={coil === allCoils[0]} />
      ))}
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
