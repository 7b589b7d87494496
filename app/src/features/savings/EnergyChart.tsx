import { predicted, type WashSaving } from '@elm-mist/core/savings';
import { EDGES, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { font, line, Small, space, useTokens } from '@/ui';

const HEIGHT = 240;
const ROOM = { left: 44, right: 12, top: 12, bottom: 28 };
const STEPS = 60;
/** A day of the week, for a line that is drawn over all of them. */
const WEEKDAY = '2026-06-11';

/** Energy of a day by its outdoor temperature: hollow before the wash, filled after, each with its model; the change points are marked. */
export function EnergyChart({ saving, units }: { saving: WashSaving; units: UnitSystem }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const { points, before, after } = saving;
  const all = [...points.before, ...points.after];
  const [low, high] = [Math.min(...all.map((point) => point.meanC)), Math.max(...all.map((point) => point.meanC))];
  const most = Math.max(...all.map((point) => point.kWh)) * 1.05;
  const x = (c: number) => ROOM.left + ((c - low) / Math.max(1e-6, high - low)) * (width - ROOM.left - ROOM.right);
  const y = (kWh: number) => HEIGHT - ROOM.bottom - (Math.max(0, kWh) / most) * (HEIGHT - ROOM.top - ROOM.bottom);
  const { temperature } = EDGES;
  const degrees = (c: number) => `${trimDecimals(temperature.fromSi(c, units), 0)} ${temperature.unit[units]}`;
  const curve = (fit: WashSaving['before']['fit']) =>
    Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS)
      .map((meanC, i) => `${i === 0 ? 'M' : 'L'}${x(meanC).toFixed(1)} ${y(predicted(fit, { day: WEEKDAY, meanC })).toFixed(1)}`)
      .join('');
  const text = { fontFamily: font.figure, fontSize: 12, fill: tokens.ink };
  const says = `Energy of a day against outdoor temperature, ${points.before.length} before the wash and ${points.after.length} after it, from ${degrees(low)} to ${degrees(high)}, up to ${Math.round(most)} kWh.`;
  return (
    <View testID="energy-chart" style={{ gap: space.xs }}>
      <View role="img" aria-label={says} onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ height: HEIGHT }}>
        {width > 0 ? (
          <Svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`}>
            {points.before.map((point) => (
              <Circle
                key={`b${point.day}`}
                cx={x(point.meanC)}
                cy={y(point.kWh)}
                r={2.4}
                fill="none"
                stroke={tokens.inkSoft}
                strokeWidth={1}
              />
            ))}
            {points.after.map((point) => (
              <Circle key={`a${point.day}`} cx={x(point.meanC)} cy={y(point.kWh)} r={2.4} fill={tokens.elm} fillOpacity={0.55} />
            ))}
            <Path d={curve(before.fit)} fill="none" stroke={tokens.ink} strokeWidth={line.heavy} strokeDasharray="7 5" />
            <Path d={curve(after.fit)} fill="none" stroke={tokens.elm} strokeWidth={line.heavy} />
            {[before.fit, after.fit].flatMap((fit, side) =>
              [fit.heatC, fit.coolC].flatMap((at) =>
                at === null
                  ? []
                  : [
                      <Line
                        key={`${side} ${at}`}
                        x1={x(at)}
                        x2={x(at)}
                        y1={HEIGHT - ROOM.bottom}
                        y2={HEIGHT - ROOM.bottom - 10}
                        stroke={side === 0 ? tokens.ink : tokens.elm}
                        strokeWidth={line.heavy}
                      />,
                    ],
              ),
            )}
            <Line x1={ROOM.left} x2={width - ROOM.right} y1={y(0)} y2={y(0)} stroke={tokens.ink} strokeWidth={line.firm} />
            {[0, 0.5, 1].map((share) => (
              <SvgText key={`y${share}`} x={ROOM.left - 6} y={y(most * share) + 4} textAnchor="end" {...text}>
                {Math.round(most * share)}
              </SvgText>
            ))}
            {[low, (low + high) / 2, high].map((c, i) => (
              <SvgText key={`x${i}`} x={x(c)} y={HEIGHT - 8} textAnchor={i === 0 ? 'start' : i === 1 ? 'middle' : 'end'} {...text}>
                {degrees(c)}
              </SvgText>
            ))}
          </Svg>
        ) : null}
      </View>
      <Small ink="inkSoft">
        kWh a day by the mean air outdoors. Hollow and dashed: before. Filled and drawn through: after. Ticks: change points.
      </Small>
    </View>
  );
}
