import type { Trend } from '@elm-mist/core/judgment';
import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-gifted-charts';
import { axisLook, roundStep, stepDigits } from '../shared/chartAxis';
import { font, line, useTokens } from '@/ui';
import { shortDay } from '../shared/words';

const AXIS_ROOM = 52;
const SECTIONS = 4;
const END_ROOM = 24;
/** Points nearer than this stand beside each other, px. */
const NEAREST = 10;

/** One figure over the years on a true line of time: hollow as found, filled as left. @param values in the unit shown, one for each point */
export default function TrendChart({ trend, values, says }: { trend: Trend; values: number[]; says: string }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const { points } = trend;
  const days = points.map(({ day }) => Date.parse(day) / 86_400_000);
  const [least, most] = [
    Math.min(...values, trend.id === 'grade' ? 0 : Infinity),
    Math.max(...values, trend.id === 'grade' ? 4 : -Infinity),
  ];
  const step = trend.id === 'grade' ? 1 : roundStep(most - least || Math.abs(most) || 1, SECTIONS);
  const floor = Math.floor(least / step) * step;
  const sections = Math.max(1, Math.ceil((most - floor) / step - 1e-9));
  const room = Math.max(0, width - AXIS_ROOM - 2 * END_ROOM);
  const span = Math.max(1, (days.at(-1) ?? 0) - (days[0] ?? 0));
  const gaps = days.map((day, i) => Math.max(NEAREST, (((days[i + 1] ?? day) - day) / span) * room));
  // What was pushed apart is taken from the rest, so that the last point stays on the sheet.
  const scale =
    room /
    Math.max(
      1,
      gaps.slice(0, -1).reduce((sum, gap) => sum + gap, 0),
    );
  const digits = stepDigits(step);
  const text = { color: tokens.ink, fontFamily: font.figure, fontSize: 13 };
  const dot = (when: string) => (
    <View
      style={{
        width: 12,
        height: 12,
        borderRadius: 6,
        borderWidth: line.heavy,
        borderColor: tokens.ink,
        backgroundColor: when === 'before' ? tokens.paper : tokens.elm,
      }}
    />
  );
  return (
    <View role="img" aria-label={says} onLayout={(event) => setWidth(event.nativeEvent.layout.width)} testID={`trend-${trend.id}`}>
      {width > 0 ? (
        <LineChart
          data={points.map((point, i) => ({
            value: (values[i] ?? 0) - floor,
            spacing: (gaps[i] ?? NEAREST) * scale,
            customDataPoint: () => dot(point.when),
          }))}
          color={tokens.ink}
          thickness={2}
          height={150}
          width={room + END_ROOM}
          initialSpacing={8}
          endSpacing={END_ROOM - 8}
          dataPointsWidth={12}
          dataPointsHeight={12}
          maxValue={sections * step}
          noOfSections={sections}
          stepValue={step}
          formatYLabel={(value: string) => (Number(value) + floor).toFixed(digits)}
          {...axisLook(tokens, AXIS_ROOM)}
        />
      ) : null}
      <View aria-hidden style={{ flexDirection: 'row', justifyContent: 'space-between', paddingLeft: AXIS_ROOM }}>
        {[points[0], points.at(-1)].map((point, i) => (
          <span key={i} style={{ ...text, fontSize: 13 }}>
            {point ? shortDay(point.day) : ''}
          </span>
        ))}
      </View>
    </View>
  );
}
