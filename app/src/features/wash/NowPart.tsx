import { wallClock } from '@/data';
import { Big, Body, Label, LinkRow, Part, Strong } from '@/ui';
import type { NextAction } from '@elm-mist/core/run';
import { formatDuration } from '@elm-mist/core/units';
import type { nowWords } from '@elm-mist/core/visit';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { plainName } from './TasksPart';
import type { useMeanwhile } from './useMeanwhile';

/** What is done now, or while the foam soaks. */
export function NowPart({
  coilId,
  action,
  words,
  meanwhile,
  now,
  children,
}: {
  coilId: string;
  action: NextAction;
  words: ReturnType<typeof nowWords>;
  meanwhile: ReturnType<typeof useMeanwhile>;
  now: number;
  children: ReactNode;
}) {
  const ownTask = meanwhile?.task.what?.is === 'step' && meanwhile.task.what.coilId === coilId;
  return (
    <Part testID="now">
      <Label ink="inkSoft">{meanwhile ? 'NOW, WHILE IT SOAKS' : 'NOW'}</Label>
      <Big>{meanwhile ? (ownTask ? plainName(meanwhile.task) : meanwhile.task.name) : words.title}</Big>
      {meanwhile && action.kind === 'wait' ? (
        <Body>
          <Strong>{`Drop it by ${wallClock(now + meanwhile.dropByS * 1000, 'h:mm:ss')}: `}</Strong>
          {`section ${action.section.number} is due then. ${
            meanwhile.fits
              ? `It takes about ${formatDuration(Math.max(60, meanwhile.task.seconds))}, so it will be done.`
              : `It takes about ${formatDuration(meanwhile.task.seconds)}, longer than the wait: go on with it after.`
          }`}
        </Body>
      ) : (
        <Body ink="inkSoft">{words.text}</Body>
      )}
      {children}
    </Part>
  );
}

/** Where the rest of the visit is. */
export function WashLinks({ visitId, notBack }: { visitId: string; notBack: number }) {
  return (
    <View>
      <LinkRow
        title="Takedown and wires"
        under={notBack > 0 ? `${notBack} not back yet` : 'What came off, which wire was where'}
        href={`/visits/${visitId}/takedown`}
        testID="to-takedown"
      />
      <LinkRow
        title="Run sheet"
        under="What comes next, and who does it"
        href={`/visits/${visitId}/run-sheet`}
        testID="wash-to-run-sheet"
      />
    </View>
  );
}
