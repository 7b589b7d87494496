import { candidateName, faultsIn } from '@elm-mist/core/diagnosis';
import { powerClocks } from '@elm-mist/core/run';
import { formatClock } from '@elm-mist/core/units';
import { WHOLE_WORDS } from '@elm-mist/core/verdict';
import { useNow, useVisit } from '@/data';
import { Banner, Heading, LinkRow, Part } from '@/ui';
import { useJudgment } from './useJudgment';

/** The readings in short, and the way to them: what stands, what they say, what is left. */
export function ReadingsCard() {
  const { detail, state, house } = useVisit();
  const { before, after, compared, left } = useJudgment();
  const closed = state.closed !== null;
  const { steadyAtMs } = powerClocks(state.powerUp);
  const now = useNow(steadyAtMs !== null && !closed);
  const toSteadyS = steadyAtMs === null || closed ? 0 : Math.max(0, Math.round((steadyAtMs - now) / 1000));
  const [count, first] = [Object.keys(after.set).length, Object.keys(before.set).length];
  const top = left?.when === 'after' ? left.diagnosis.candidates[0] : undefined;
  const leftWords =
    top && faultsIn(top).length > 0
      ? `${left?.diagnosis.confirm.length === 0 ? '' : 'Not certain yet: '}${candidateName(top)}, ${Math.round(top.probability * 100)} %`
      : '';
  const none = house.readings === 'none';
  const href = `/visits/${detail.visit.id}/readings`;
  return (
    <Part title={<Heading>Readings</Heading>}>
      {toSteadyS > 0 ? <Banner tone="wait">{`Not steady yet: readings count in ${formatClock(toSteadyS)}.`}</Banner> : null}
      {compared ? (
        <LinkRow
          title={WHOLE_WORDS[compared.whole]}
          under={leftWords || 'Line by line, and what is left'}
          href={`${href}?side=says`}
          testID="to-says"
        />
      ) : null}
      {closed ? null : (
        <LinkRow
          title={count > 0 ? 'Readings after, taken' : none ? 'Take readings anyway' : 'Take the readings after'}
          under={
            none && first + count === 0
              ? 'None asked for: light and grades are the proof'
              : first > 0
                ? `${first} held before, ${count} after`
                : 'None before: what they say alone'
          }
          href={`${href}?side=after`}
          testID="to-readings"
        />
      )}
    </Part>
  );
}
