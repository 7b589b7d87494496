import type { AirPoint } from '@elm-mist/core/readings';
import { psychroChart, type ChartPoint } from '@elm-mist/core/psychro';
import { EDGES, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { font, line, Row, Small, useTokens } from '@/ui';

const HEIGHT = 250;
const ROOM = { left: 8, right: 44, top: 10, bottom: 26 };
const NAMES = { return: 'Return', supply: 'Supply' } as const;
/** Temperatures that are named, °C; 41, 59, 77, 95 and 113 °F. */
const NAMED_C = [5, 15, 25, 35, 45];
/** Moisture that is named, g/kg. */
const NAMED_G = [5, 10, 15, 20, 25];

/** Return and supply air on a small psychrometric chart: temperature across, moisture up, lines of even humidity and (dashed) of even wet bulb. */
export function PsychroChart({ points, pressureKPa, units }: { points: readonly AirPoint[]; pressureKPa: number; units: UnitSystem }) {
  const tokens = useTokens();
  const [width, setWidth] = useState(0);
  const chart = useMemo(() => psychroChart(pressureKPa), [pressureKPa]);
  const { temperature } = EDGES;
  const degrees = (c: number) => `${trimDecimals(temperature.fromSi(c, units), units === 'us' ? 0 : 1)} ${temperature.unit[units]}`;
  const moisture = (kg: number) =>
    `${trimDecimals(EDGES.moisture.fromSi(kg, units), EDGES.moisture.digits[units])} ${EDGES.moisture.unit[units]}`;
  const x = (c: number) => ROOM.left + ((c - chart.lowC) / (chart.highC - chart.lowC)) * (width - ROOM.left - ROOM.right);
  const y = (w: number) => HEIGHT - ROOM.bottom - (w / chart.mostHumRatio) * (HEIGHT - ROOM.top - ROOM.bottom);
  const path = (row: readonly ChartPoint[]) =>
    row.map((point, i) => `${i === 0 ? 'M' : 'L'}${x(point.dryBulbC).toFixed(1)} ${y(point.humRatio).toFixed(1)}`).join('');
  const says = points
    .map(({ side, air }) => `${NAMES[side]} air ${degrees(air.dryBulbC)}, wet bulb ${degrees(air.wetBulbC)}, ${moisture(air.humRatio)}`)
    .join('; ');
  const text = { fontFamily: font.figure, fontSize: 12, fill: tokens.ink };
  const [back, out] = [points.find((row) => row.side === 'return'), points.find((row) => row.side === 'supply')];
  return (
    <View testID="psychro-chart">
      <View
        role="img"
        aria-label={`Psychrometric chart. ${says}.`}
        onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
        style={{ height: HEIGHT }}
      >
        {width > 0 ? (
          <Svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`}>
            {chart.lines.map((row) => {
              const saturation = row.kind === 'humidity' && row.value === 100;
              return (
                <Path
                  key={`${row.kind} ${row.value}`}
                  d={path(row.points)}
                  fill="none"
                  stroke={saturation ? tokens.ink : tokens.inkSoft}
                  strokeOpacity={saturation ? 1 : 0.55}
                  strokeWidth={saturation ? line.heavy : line.thin}
                  {...(row.kind === 'wet-bulb' ? { strokeDasharray: '4 4' } : {})}
                />
              );
            })}
            <Line x1={ROOM.left} x2={width - ROOM.right} y1={y(0)} y2={y(0)} stroke={tokens.ink} strokeWidth={line.firm} />
            <Line x1={width - ROOM.right} x2={width - ROOM.right} y1={ROOM.top} y2={y(0)} stroke={tokens.ink} strokeWidth={line.firm} />
            {NAMED_C.map((c) => (
              <SvgText
                key={c}
                x={Math.min(x(c), width - ROOM.right - 4)}
                y={HEIGHT - 8}
                textAnchor={c === NAMED_C[0] ? 'start' : 'middle'}
                {...text}
              >
                {trimDecimals(temperature.fromSi(c, units), 0)}
              </SvgText>
            ))}
            {NAMED_G.map((g) => (
              <SvgText key={g} x={width - ROOM.right + 5} y={y(g / 1000) + 4} {...text}>
                {trimDecimals(EDGES.moisture.fromSi(g / 1000, units), 0)}
              </SvgText>
            ))}
            {back && out ? (
              <Line
                x1={x(back.air.dryBulbC)}
                y1={y(back.air.humRatio)}
                x2={x(out.air.dryBulbC)}
                y2={y(out.air.humRatio)}
                stroke={tokens.elm}
                strokeWidth={line.heavy}
              />
            ) : null}
            {points.map(({ side, air }) => (
              <Circle
                key={side}
                cx={x(air.dryBulbC)}
                cy={y(air.humRatio)}
                r={6}
                fill={side === 'return' ? tokens.paper : tokens.elm}
                stroke={tokens.ink}
                strokeWidth={line.heavy}
              />
            ))}
          </Svg>
        ) : null}
      </View>
      <Small ink="inkSoft">
        {`○ return  ● supply. Across ${temperature.unit[units]}, up ${EDGES.moisture.unit[units]}; humidity each 20 %, dashed the wet bulb each 5 K from 10 °C; at ${trimDecimals(pressureKPa, 1)} kPa.`}
      </Small>
      {points.map(({ side, air }) => (
        <Row
          key={side}
          label={`${NAMES[side]} air`}
          value={`${degrees(air.dryBulbC)} dry, ${degrees(air.wetBulbC)} wet, dew ${degrees(air.dewPointC)}, ${trimDecimals(air.rhPct, 0)} %`}
        />
      ))}
    </View>
  );
}
