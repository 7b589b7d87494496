import { LEAST_REASON } from '@elm-mist/core';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit, wallClock } from '@/data';
import { Body, Companion, Field, Heading, Part, Small, space } from '@/ui';

const when = (at: string): string => wallClock(at, 'd MMM, h:mm a').toLowerCase();

/** Every closing of the visit and how it was opened again; and the way to open it again, with the reason, which stands on the report. */
export function ClosingsPart() {
  const { state, record } = useVisit();
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | undefined>();
  if (state.closings.length === 0) return null;
  const open = () => {
    if (reason.trim().length < LEAST_REASON) {
      setError(`Say why, in ${LEAST_REASON} characters at least: it stands on the report.`);
      return;
    }
    if (record({ kind: 'visit.reopened', data: { reason: reason.trim() } })) {
      setAsked(false);
      setReason('');
      setError(undefined);
    }
  };
  return (
    <Part first title={<Heading>Closed</Heading>} testID="closings">
      {state.closings.map((closing) => (
        <View key={closing.at} style={{ gap: 2 }}>
          <Body>{`${when(closing.at)}, by ${closing.by}.`}</Body>
          {closing.reopened ? (
            <Small ink="inkSoft">{`Opened again ${when(closing.reopened.at)} by ${closing.reopened.by}: ${closing.reopened.value}`}</Small>
          ) : null}
        </View>
      ))}
      {!state.closed ? null : asked ? (
        <View style={{ gap: space.s }}>
          <Field label="Why it is opened again" value={reason} onChange={setReason} error={error} testID="reopen-reason" />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Companion title="Leave it closed" onPress={() => setAsked(false)} />
            <Companion title="Open it again" onPress={open} testID="reopen-sure" />
          </View>
        </View>
      ) : (
        <View style={{ alignItems: 'flex-start' }}>
          <Companion title="Open again" onPress={() => setAsked(true)} testID="open-again" />
        </View>
      )}
    </Part>
  );
}
