import { SET_KINDS, type DueClockRow } from '@elm-mist/contract';
import { agreementWords, type Agreement } from '@elm-mist/core/agreement';
import { dayLater, longDay } from '@elm-mist/core/clock';
import { useState } from 'react';
import { View } from 'react-native';
import { RefusedError, today, useSetClock } from '@/data';
import { Banner, Companion, Heading, LinkRow, Part, Row, Small, space, Strong } from '@/ui';
import { SetDay } from '../shared/SetDay';
import { shortDay } from '../shared/words';

/** What is due at a system, each by its own clock: done without a visit, or put on another day with a word why. */
export function DueClocks({
  systemId,
  clocks,
  agreement,
}: {
  systemId: string;
  clocks: readonly DueClockRow[];
  agreement: Agreement | null;
}) {
  return (
    <Part title={<Heading>What is due</Heading>} testID="due-clocks">
      {clocks.length === 0 ? (
        <Small ink="inkSoft">A closed visit says when each coil, the filter and the drain are due again.</Small>
      ) : null}
      {clocks.map((clock) => (
        <ClockRow key={`${clock.kind} ${clock.of}`} systemId={systemId} clock={clock} />
      ))}
      <LinkRow
        title={agreement ? 'Agreement' : 'Agree on visits'}
        under={agreement ? agreementWords(agreement) : 'So many a year, what they include, until when'}
        href={`/systems/${systemId}/agreement`}
        testID="to-agreement"
      />
    </Part>
  );
}

function ClockRow({ systemId, clock }: { systemId: string; clock: DueClockRow }) {
  const { kind, of, due, name, why, ruleId } = clock;
  const set = useSetClock();
  const [asked, setAsked] = useState(false);
  const [trouble, setTrouble] = useState<Record<string, string>>({});
  const own = SET_KINDS.find((one) => one === kind);
  const now = today();
  const send = async (change: { doneOn: string } | { due: string; why: string }): Promise<boolean> => {
    if (!own) return false;
    setTrouble({});
    try {
      await set.mutateAsync({ systemId, kind: own, of, why: '', ...change });
      return true;
    } catch (error) {
      setTrouble(error instanceof RefusedError ? error.fields : { rest: 'The server is away: nothing was changed.' });
      return false;
    }
  };
  const testID = of || kind;
  const rest = ['rest', 'kind', 'doneOn'].map((field) => trouble[field]).find(Boolean);
  return (
    <View style={{ gap: space.xs }} testID={`clock-${testID}`}>
      <Row label={due < now ? `${name}, overdue since` : name}>
        <Strong>{shortDay(due)}</Strong>
      </Row>
      <Small ink="inkSoft">{why}</Small>
      {rest ? <Banner tone="stop">{rest}</Banner> : null}
      {own && !asked ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {ruleId ? (
            <Companion title="Done today" onPress={() => void send({ doneOn: now })} busy={set.isPending} testID={`clock-done-${testID}`} />
          ) : null}
          <Companion title="Another day" onPress={() => setAsked(true)} testID={`clock-set-${testID}`} />
        </View>
      ) : null}
      {asked ? (
        <SetDay
          day={due > now ? due : dayLater(now, 30)}
          example={longDayExample(now)}
          keep={(day, words) => send({ due: day, why: words })}
          leave={() => setAsked(false)}
          errors={{ due: trouble['due'], why: trouble['why'] }}
          busy={set.isPending}
          testID={testID}
        />
      ) : null}
    </View>
  );
}

const longDayExample = (now: string): string => `${dayLater(now, 180)}, which is ${longDay(dayLater(now, 180))}`;
