import { coilName } from '@elm-mist/core/equipment';
import { LEAST_REASON, OLDER_RECORDS } from '@elm-mist/core/run';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit, wallClock } from '@/data';
import { Banner, Body, Companion, Field, Heading, Part, Small, space } from '@/ui';

const when = (at: string): string => wallClock(at, 'd MMM, h:mm a').toLowerCase();

/** Every closing of the visit and how it was opened again; and the way to open it again, with the reason, which stands on the report. */
export function ClosingsPart() {
  const { state, record, allCoils } = useVisit();
  const nameOf = (coilId: string) => {
    const coil = allCoils.find((row) => row.id === coilId);
    return coil ? coilName(coil) : coilId;
  };
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
      {state.past ? (
        <Banner tone="info">{`This visit stands here ${OLDER_RECORDS}: it says what they say, and nothing more.`}</Banner>
      ) : null}
      {(state.past?.value.coils ?? []).map((row) => (
        <Body key={row.coilId}>
          {`${nameOf(row.coilId)}: ${row.before === null ? 'not graded' : `found at ${row.before}`}${row.after === null ? '' : `, left at ${row.after}`}${row.cleanerName ? `, with ${row.cleanerName}` : ''}.`}
        </Body>
      ))}
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
