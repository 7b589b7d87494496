import { readingText } from '@elm-mist/core/airside';
import { QUANTITIES, STEADY_WINDOW_S } from '@elm-mist/core/readings';
import { EDGES, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-gifted-charts';
import { axisLook, roundStep, stepDigits } from '../shared/chartAxis';
import { Small, useTokens } from '@/ui';
import type { LiveProbe } from './probes';

const AXIS_ROOM = 56;
const SECTIONS = 3;
/** Points drawn: a phone has no more to show, and is asked once a second. */
const POINTS = 60;
/** Time drawn, s: the stretch that is judged, and a little before it. */
const SHOWN_S = (STEADY_WINDOW_S * 4) / 3;

/** The last minutes of one probe, with the stretch that is judged filled where it is steady. */
export default function RunChart({ probe: { id, run, at, last }, units, state }: { probe: LiveProbe; units: UnitSystem; state: string }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const { edge, name, noise } = QUANTITIES[id];
  const { fromSi, unit } = EDGES[edge];
  const recent = run.filter((sample) => sample.atMs > last.atMs - SHOWN_S * 1000);
  const every = Math.max(1, Math.ceil(recent.length / POINTS));
  const samples = recent.filter((_, i) => (recent.length - 1 - i) % every === 0);
  const values = samples.map((sample) => fromSi(sample.value, units));
  // Noise alone is drawn as noise: no axis is finer than ten of its sigmas.
  const leastSpan = Math.abs(fromSi(last.value + 10 * noise, units) - fromSi(last.value, units));
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const step = roundStep(Math.max(high - low, leastSpan), SECTIONS);
  const floor = Math.floor((low + high - Math.max(high - low, leastSpan)) / 2 / step) * step;
  const sections = Math.max(1, Math.ceil((high - floor) / step + 0.2));
  const digits = stepDigits(step);
  const begin = Math.max(
    0,
    samples.findIndex((sample) => sample.atMs >= at.fromMs),
  );
  const room = Math.max(0, width - AXIS_ROOM - 20);
  const says = `${name}, the last ${Math.round((last.atMs - (samples[0]?.atMs ?? last.atMs)) / 1000)} seconds: ${state}, now ${readingText(id, last.value, units)}.`;
  return (
    <View role="img" aria-label={says} onLayout={(event) => setWidth(event.nativeEvent.layout.width)} testID="run-chart">
      {width > 0 && samples.length > 1 ? (
        <LineChart
          data={values.map((value) => ({ value: value - floor }))}
          data2={values.map((value) => ({ value: value - floor }))}
          color1={tokens.ink}
          color2={at.steady ? tokens.elm : tokens.ink}
          thickness1={2}
          thickness2={at.steady ? 4 : 2}
          startIndex2={begin}
          areaChart2={at.steady}
          startFillColor2={tokens.elm}
          endFillColor2={tokens.elm}
          startOpacity2={0.22}
          endOpacity2={0.12}
          hideDataPoints
          height={140}
          width={room}
          spacing={room / Math.max(1, samples.length - 1)}
          initialSpacing={0}
          endSpacing={0}
          maxValue={sections * step}
          noOfSections={sections}
          stepValue={step}
          formatYLabel={(value: string) => (Number(value) + floor).toFixed(digits)}
          {...axisLook(tokens, AXIS_ROOM)}
        />
      ) : null}
      <Small ink="inkSoft">
        {`${unit[units]}, four minutes to now. ${at.steady ? 'Filled: the three minutes that are steady; their mean is held.' : `Not steady: ${state}.`}`}
      </Small>
    </View>
  );
}
