import type { TodayVisit } from '@elm-mist/contract';
import { formatDuration } from '@elm-mist/core/units';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { Small, space, Strong } from '@/ui';

/** Seconds in whole minutes, in words. */
const about = (seconds: number): string => formatDuration(Math.round(seconds / 60) * 60);

/** The slot of a visit and the time its plan takes, side by side; where they clash, by how much and what would mend it. */
export function FitLine({ row }: { row: TodayVisit }) {
  const { fit, visit } = row;
  if (!fit || fit.time.seconds === 0) return null;
  const { time, slotS, overS, ways } = fit;
  const until = clockTime(visit.startMinute + Math.ceil(time.seconds / 60));
  const mends = [...ways.map((way) => `${way.words.toLowerCase()} ${about(way.seconds)}`), `or move what follows to ${until}`];
  return (
    <View style={{ gap: space.xs }} testID={`fit-${visit.id}`}>
      <Small ink="inkSoft">
        {`Slot ${about(slotS)} · plan ${about(time.seconds)}: ${about(time.handsOnS)} of hands, ${about(time.waitS)} of waiting`}
      </Small>
      {overS > 0 ? (
        <>
          <Strong ink="brick">{`Runs over by ${about(overS)}`}</Strong>
          <Small>{`${mends.join(' · ')}.`.replace(/^./, (letter) => letter.toUpperCase())}</Small>
        </>
      ) : null}
    </View>
  );
}
