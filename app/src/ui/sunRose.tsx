import type { SunPath, SunPoint } from '@elm-mist/core/dryout';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { View } from 'react-native';
import { useTokens } from './theme';
import { font, line } from './tokens';

const SIZE = 168;
const MIDDLE = SIZE / 2;
const REACH = 58;
const DIRECTIONS = ['N', 'E', 'S', 'W'] as const;
const RAD = Math.PI / 180;

/** Where a point of the sky stands on the rose: its direction from the middle, the horizon at the rim. */
const spot = ({ altitudeDeg, azimuthDeg }: Pick<SunPoint, 'altitudeDeg' | 'azimuthDeg'>): [x: number, y: number] => {
  const reach = (REACH * (90 - Math.max(0, altitudeDeg))) / 90;
  return [MIDDLE + reach * Math.sin(azimuthDeg * RAD), MIDDLE - reach * Math.cos(azimuthDeg * RAD)];
};

/** A small compass rose with the sun's way over a place on one day, as seen from above: the rim is the horizon, the middle overhead. */
export function SunRose({ path, now, says }: { path: SunPath; now: SunPoint | null; says: string }) {
  const tokens = useTokens();
  const way = path.points
    .map(
      (point, i) =>
        `${i === 0 ? 'M' : 'L'}${spot(point)
          .map((n) => n.toFixed(1))
          .join(' ')}`,
    )
    .join('');
  const up = now && now.altitudeDeg > 0 ? spot(now) : null;
  return (
    <View role="img" aria-label={says} style={{ width: SIZE, height: SIZE }}>
      <Svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`}>
        <Circle cx={MIDDLE} cy={MIDDLE} r={REACH} fill={tokens.sheet} stroke={tokens.ink} strokeWidth={line.firm} />
        <Circle cx={MIDDLE} cy={MIDDLE} r={REACH / 2} fill="none" stroke={tokens.rule} strokeWidth={line.thin} />
        {DIRECTIONS.map((name, i) => {
          const angle = i * 90 * RAD;
          const at = (reach: number): [number, number] => [MIDDLE + reach * Math.sin(angle), MIDDLE - reach * Math.cos(angle)];
          const [from, to, text] = [at(REACH - 6), at(REACH + 4), at(REACH + 15)];
          return [
            <Line key={`${name}-mark`} x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} stroke={tokens.ink} strokeWidth={line.firm} />,
            <SvgText
              key={name}
              x={text[0]}
              y={text[1] + 5}
              fontSize={15}
              fontFamily={i === 0 ? font.bold : font.text}
              fill={tokens.ink}
              textAnchor="middle"
            >
              {name}
            </SvgText>,
          ];
        })}
        {way ? <Path d={way} stroke={tokens.amberInk} strokeWidth={line.heavy} fill="none" strokeDasharray="1 0" /> : null}
        {[path.rise, path.set].map((point, i) => {
          if (!point) return null;
          const [x, y] = spot(point);
          return <Circle key={i} cx={x} cy={y} r={4} fill={tokens.paper} stroke={tokens.amberInk} strokeWidth={line.heavy} />;
        })}
        {up ? <Circle cx={up[0]} cy={up[1]} r={7} fill={tokens.amberFill} stroke={tokens.amberInk} strokeWidth={line.heavy} /> : null}
      </Svg>
    </View>
  );
}
