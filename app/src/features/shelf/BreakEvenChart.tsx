import type { BreakEven } from '@elm-mist/core/mix';
import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-gifted-charts';
import { axisLook } from '../shared/chartAxis';
import { Label, Small, font, useTokens } from '@/ui';
import { money } from '@/data';

const MOST_POINTS = 21;
const AXIS_ROOM = 56;
const SECTIONS = 4;

/** At most twenty-one points, evenly spread, first and last kept. */
function thinned<T>(points: readonly T[]): T[] {
  const step = Math.max(1, Math.ceil((points.length - 1) / (MOST_POINTS - 1)));
  return points.filter((_, i) => i % step === 0 || i === points.length - 1);
}

/** Running cost of both ways over the jobs of a season: cans dashed, the gun solid, both named at their ends. */
export default function BreakEvenChart({ result }: { result: BreakEven }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const points = thinned(result.points);
  const last = result.points.at(-1);
  const most = Math.max(last?.aerosol ?? 0, last?.gun ?? 0, 1);
  const tens = 10 ** Math.floor(Math.log10(most / SECTIONS));
  const stepValue = Math.ceil(most / SECTIONS / tens) * tens;
  const spacing = width > 0 ? (width - AXIS_ROOM - 16) / Math.max(1, points.length - 1) : 0;
  const every = Math.ceil(points.length / 6);
  const label = (jobs: number, i: number) => (i % every === 0 ? String(jobs) : '');
  const ended = last ? `After ${last.jobs} jobs: cans ${money(last.aerosol)}, the gun ${money(last.gun)}.` : '';
  const text = { color: tokens.ink, fontFamily: font.figure, fontSize: 13 };
  return (
    <View
      role="img"
      aria-label={`Running cost by number of jobs. ${result.jobs === null ? 'The gun never catches up.' : `Even from job ${result.jobs}.`} ${ended}`}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      testID="break-even-chart"
    >
      <View aria-hidden style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Label ink="brick">– – cans</Label>
        <Label ink="elm">—— gun and concentrate</Label>
      </View>
      {width > 0 ? (
        <LineChart
          data={points.map((point, i) => ({ value: point.aerosol, label: label(point.jobs, i) }))}
          data2={points.map((point) => ({ value: point.gun }))}
          color1={tokens.brick}
          color2={tokens.elm}
          strokeDashArray1={[8, 5]}
          thickness={3}
          hideDataPoints
          height={200}
          width={width - AXIS_ROOM}
          spacing={spacing}
          initialSpacing={4}
          endSpacing={8}
          maxValue={stepValue * SECTIONS}
          noOfSections={SECTIONS}
          stepValue={stepValue}
          formatYLabel={(value: string) => `$${Math.round(Number(value))}`}
          xAxisLabelTextStyle={text}
          {...axisLook(tokens, AXIS_ROOM)}
        />
      ) : null}
      <Small ink="inkSoft">{`Jobs along, running cost up. ${ended}`}</Small>
    </View>
  );
}
