import type { Construction } from '@elm-mist/core/equipment';
import type { ReactNode } from 'react';
import Svg, { Circle, Line, Path, Rect, Text } from 'react-native-svg';
import { useTokens } from './theme';
import type { Tokens } from './tokens';

const WIDTH = 76;
const HEIGHT = 52;
const range = (count: number) => Array.from({ length: count }, (_, i) => i);

const fins = (t: Tokens, width = 1) =>
  range(12).map((i) => <Line key={`f${i}`} x1={5 + i * 6} x2={5 + i * 6} y1={3} y2={49} stroke={t.ink} strokeWidth={width} />);
const tubes = (t: Tokens, filled: boolean) =>
  [14, 38].flatMap((y) =>
    [17, 38, 59].map((x) => (
      <Circle key={`t${x}${y}`} cx={x} cy={y} r={6} fill={filled ? t.amberInk : t.sheet} stroke={t.ink} strokeWidth={1.5} />
    )),
  );
const spines = (t: Tokens, filled: boolean) =>
  [16, 38].flatMap((y) => [
    <Path
      key={`b${y}`}
      d={range(18)
        .map((i) => `M${4 + i * 4} ${y} l-2.5 -9 M${4 + i * 4} ${y} l2.5 9`)
        .join(' ')}
      stroke={t.ink}
      strokeWidth={0.9}
    />,
    <Rect key={`r${y}`} x={0} y={y - 3} width={WIDTH} height={6} fill={filled ? t.amberInk : t.sheet} stroke={t.ink} strokeWidth={1} />,
  ]);

/** What to look for, drawn: round tubes through fins, flat tubes with folded fins, bristles. Copper is filled, aluminum is hollow. */
const DRAWINGS: Record<Construction, (t: Tokens) => ReactNode> = {
  'copper-plate-fin': (t) => [fins(t), tubes(t, true)],
  'aluminium-plate-fin': (t) => [fins(t), tubes(t, false)],
  microchannel: (t) =>
    range(4).flatMap((i) => [
      <Rect key={`c${i}`} x={0} y={2 + i * 14} width={WIDTH} height={4} fill={t.ink} />,
      i < 3 ? (
        <Path
          key={`z${i}`}
          d={`M0 ${16 + i * 14} ${range(19)
            .map((j) => `L${j * 4 + 2} ${(j % 2 === 0 ? 6 : 16) + i * 14}`)
            .join(' ')}`}
          stroke={t.ink}
          strokeWidth={0.9}
          fill="none"
        />
      ) : null,
    ]),
  'spine-fin-copper': (t) => spines(t, true),
  'spine-fin-aluminium': (t) => spines(t, false),
  coated: (t) => [<Rect key="w" width={WIDTH} height={HEIGHT} fill={t.mistWash} />, fins(t, 2.4), tubes(t, false)],
  unknown: (t) => (
    <Text x={WIDTH / 2} y={37} fontSize={30} fontWeight="bold" textAnchor="middle" fill={t.ink}>
      ?
    </Text>
  ),
};

/** A small drawing of a coil's construction, for telling them apart; the words beside it say the same. */
export function ConstructionDrawing({ construction }: { construction: Construction }) {
  const tokens = useTokens();
  return (
    <Svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden>
      <Rect width={WIDTH} height={HEIGHT} fill={tokens.sheet} stroke={tokens.ruleStrong} strokeWidth={1} />
      {DRAWINGS[construction](tokens)}
    </Svg>
  );
}
