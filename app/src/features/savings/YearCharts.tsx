import type { SavingWorth } from '@elm-mist/core/savings';
import { useState } from 'react';
import { View } from 'react-native';
import { BarChart, LineChart } from 'react-native-gifted-charts';
import { font, Label, Small, space, useTokens } from '@/ui';
import { axisLook, roundStep, stepDigits } from '../shared/chartAxis';

const AXIS_ROOM = 56;
const SECTIONS = 4;
const HEIGHT = 170;
const MONTHS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
const letter = (month: string): string => MONTHS[Number(month.slice(5, 7)) - 1] ?? '';

/** The year side by side, and how the saving adds up over it with its band. */
export default function YearCharts({ months }: { months: SavingWorth['months'] }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const text = { color: tokens.ink, fontFamily: font.figure, fontSize: 13 };
  const room = Math.max(0, width - AXIS_ROOM);
  const most = Math.max(1, ...months.flatMap((row) => [row.before, row.after]));
  const step = roundStep(most, SECTIONS);
  const slot = months.length > 0 ? (room - 16) / months.length : 0;
  const bar = Math.max(2, slot * 0.36);
  // From nothing on, so that a first month stands at its end.
  const sums = [{ sum: 0, low: 0, high: 0, month: '' }, ...months];
  const [least, highest] = [Math.min(0, ...sums.map((row) => row.low)), Math.max(1, ...sums.map((row) => row.high))];
  const sumStep = roundStep(highest - least, SECTIONS);
  const floor = Math.floor(least / sumStep) * sumStep;
  const sections = Math.max(1, Math.ceil((highest - floor) / sumStep - 1e-9));
  const last = months.at(-1);
  const spacing = sums.length > 1 ? (room - 20) / (sums.length - 1) : 0;
  const line = (of: 'sum' | 'low' | 'high') =>
    sums.map((row, i) => ({ value: row[of] - floor, label: i > 0 && i % 2 === 1 ? letter(row.month) : '' }));
  const { label: _none, ...look } = { label: '', ...axisLook(tokens, AXIS_ROOM) };
  return (
    <View style={{ gap: space.m }} onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      <View
        role="img"
        aria-label={`Energy of each month by both models, from ${months[0]?.month ?? ''} to ${last?.month ?? ''}.`}
        testID="months-chart"
      >
        <Label>The year side by side, kWh a month</Label>
        {width > 0 ? (
          <BarChart
            data={months.flatMap((row) => [
              {
                value: row.before,
                frontColor: tokens.ruleStrong,
                spacing: 1,
                label: letter(row.month),
                labelWidth: slot,
                labelTextStyle: text,
              },
              { value: row.after, frontColor: tokens.elm, spacing: slot - 2 * bar - 1 },
            ])}
            barWidth={bar}
            height={HEIGHT}
            width={room}
            initialSpacing={8}
            endSpacing={0}
            maxValue={Math.ceil(most / step) * step}
            noOfSections={Math.max(1, Math.ceil(most / step))}
            stepValue={step}
            formatYLabel={(value: string) => Number(value).toFixed(stepDigits(step))}
            {...look}
          />
        ) : null}
        <Small ink="inkSoft">Grey: as it was before the wash. Green: as it is after it. The same weather for both.</Small>
      </View>
      <View
        role="img"
        aria-label={`What is saved over the year, adding up to ${Math.round(last?.sum ?? 0)} kWh, between ${Math.round(last?.low ?? 0)} and ${Math.round(last?.high ?? 0)}.`}
        testID="sum-chart"
      >
        <Label>Saved since the year began, kWh</Label>
        {width > 0 ? (
          <LineChart
            data={line('sum')}
            data2={line('low')}
            data3={line('high')}
            color1={tokens.elm}
            color2={tokens.inkSoft}
            color3={tokens.inkSoft}
            strokeDashArray2={[5, 4]}
            strokeDashArray3={[5, 4]}
            thickness1={3}
            thickness2={1}
            thickness3={1}
            hideDataPoints
            height={HEIGHT}
            width={room}
            spacing={spacing}
            initialSpacing={4}
            endSpacing={8}
            maxValue={sections * sumStep}
            noOfSections={sections}
            stepValue={sumStep}
            xAxisLabelTextStyle={text}
            formatYLabel={(value: string) => (Number(value) + floor).toFixed(stepDigits(sumStep))}
            {...look}
          />
        ) : null}
        <Small ink="inkSoft">Dashed: where it lies nine times in ten.</Small>
      </View>
    </View>
  );
}
