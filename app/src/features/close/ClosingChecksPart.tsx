import { closingChecks, LEAST_REASON, type CloseItem, type CloseLine } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Companion, Field, Heading, LinkRow, Part, Sign, Small, space, Strong, Tick } from '@/ui';

/** Where a line is done that is known from entries. */
const DONE_AT: Partial<Record<CloseItem, { path: string; under: string }>> = {
  parts: { path: 'takedown', under: 'Put back in the takedown log' },
  wires: { path: 'takedown', under: 'Put back in the takedown log' },
  power: { path: 'power-up', under: 'Power-up goes through it step by step' },
};

/** The gate before closing: what has to be so, known from the visit or ticked; what stays open wants its reason. */
export function ClosingChecksPart() {
  const { state, allCoils } = useVisit();
  const lines = closingChecks(state, allCoils).filter((line) => line.item !== 'signed');
  if (lines.length === 0) return null;
  const open = lines.filter((line) => line.standing === 'open').length;
  return (
    <Part title={<Heading>Before you leave</Heading>} testID="closing-gate">
      <Small ink="inkSoft">
        {open === 0 ? 'All of it is done, or has its reason.' : `${open} still open. What stays open wants its reason.`}
      </Small>
      {lines.map((line) => (
        <ClosingLine key={line.item} line={line} />
      ))}
    </Part>
  );
}

/** One line of the gate. */
export function ClosingLine({ line }: { line: CloseLine }) {
  const { record, state, detail } = useVisit();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const closed = state.closed !== null;
  const at = DONE_AT[line.item];
  const keep = () => {
    if (record({ kind: 'close.checked', data: { item: line.item, ok: false, reason: reason.trim() } })) setAsked(false);
  };
  const notDone = <Companion title="Not done" onPress={() => setAsked(true)} testID={`close-open-${line.item}`} />;
  return (
    <View style={{ gap: space.xs }} testID={`gate-line-${line.item}`}>
      {line.told || closed ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s, minHeight: 48 }}>
          <Sign name={line.standing === 'done' ? 'check' : 'close'} ink={line.standing === 'done' ? 'elm' : 'brick'} />
          <View style={{ flex: 1 }}>
            <Strong>{line.name}</Strong>
          </View>
        </View>
      ) : (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <View style={{ flex: 1 }}>
            <Tick
              label={line.name}
              value={line.standing === 'done'}
              onChange={(on) =>
                on ? void record({ kind: 'close.checked', data: { item: line.item, ok: true, reason: '' } }) : setAsked(true)
              }
              testID={`close-${line.item}`}
            />
          </View>
          {line.standing === 'open' && !asked ? notDone : null}
        </View>
      )}
      {line.standing === 'open' && at && !closed ? (
        <LinkRow title="Do it" under={at.under} href={`/visits/${detail.visit.id}/${at.path}`} />
      ) : null}
      {line.standing === 'left' ? <Small ink="brick">{`Left open: ${line.reason}`}</Small> : null}
      {closed || (line.standing !== 'open' && !asked) ? null : asked ? (
        <View style={{ gap: space.s }}>
          <Field
            label={`Why not: ${line.name.toLowerCase()}`}
            value={reason}
            onChange={setReason}
            help={`${LEAST_REASON} characters at least; it stands on the report`}
            testID={`close-reason-${line.item}`}
          />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Back" onPress={() => setAsked(false)} />
            <Companion title="Leave it open" onPress={keep} testID={`close-left-${line.item}`} />
          </View>
        </View>
      ) : line.told ? (
        <View style={{ alignItems: 'flex-start' }}>{notDone}</View>
      ) : null}
    </View>
  );
}
