import { isOpenFinding, wholeFinding, type FindingLife } from '@elm-mist/core/run';
import { URGENCIES } from '@elm-mist/core/survey';
import { useState } from 'react';
import { dayOf, useVisit } from '@/data';
import { Body, Companion, Heading, LinkRow, Part } from '@/ui';
import { shortDay } from '../shared/words';
import { NoteFinding } from './NoteFinding';
import { findingLine } from './findingWords';

const byUrgency = (a: FindingLife, b: FindingLife): number =>
  URGENCIES.indexOf(wholeFinding(a).urgency) - URGENCIES.indexOf(wholeFinding(b).urgency);

/** Findings that are not soil: those still open from before and those of today, what is most urgent first; and a way to note one. */
export function FindingsPart({ coilId }: { coilId: string | null }) {
  const { detail, findings, allCoils, state } = useVisit();
  const [open, setOpen] = useState(false);
  // What was done today stays in sight; what was done before is history.
  const rows = findings.filter((life) => isOpenFinding(life) || state.findingSteps.some((step) => step.value.findingId === life.findingId));
  return (
    <Part title={<Heading>Findings that are not soil</Heading>} testID="findings">
      {[...rows].sort(byUrgency).map((life) => (
        <LinkRow
          key={life.findingId}
          title={wholeFinding(life).name}
          under={findingLine(life, allCoils, life.visitId === detail.visit.id ? '' : `since ${shortDay(dayOf(life.at))}`)}
          href={`/visits/${detail.visit.id}/finding?findingId=${life.findingId}`}
          testID={`finding-${life.what}`}
        />
      ))}
      {rows.length === 0 && !open ? (
        <Body ink="inkSoft">None open. Record and quote; never fix in passing without the licence for it.</Body>
      ) : null}
      {open ? (
        <NoteFinding coilId={coilId} done={() => setOpen(false)} />
      ) : state.closed ? null : (
        <Companion title="Note a finding" onPress={() => setOpen(true)} testID="note-finding" />
      )}
      {findings.some((life) => isOpenFinding(life)) || state.quotes.length > 0 ? (
        <LinkRow
          title={state.quotes.length > 0 ? 'Quotes' : 'Make a quote'}
          under={
            state.quotes.length > 0
              ? state.quotes
                  .map(
                    (quote) =>
                      `${quote.number}, ${quote.answer ? (quote.answer.value.optionId ? 'accepted' : 'declined') : 'waits for an answer'}`,
                  )
                  .join('; ')
              : 'Findings and the wash, priced from the price book'
          }
          href={`/visits/${detail.visit.id}/quote`}
          testID="to-quote"
        />
      ) : null}
    </Part>
  );
}
