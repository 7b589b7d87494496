import type { ProbeSpot } from '@elm-mist/core/readings';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text } from 'react-native-svg';
import { useTokens } from './theme';

const WIDTH = 340;
const HEIGHT = 132;

/** Where each probe goes in the drawing. */
const AT: Record<ProbeSpot, readonly [number, number]> = {
  'outdoor-air': [16, 74],
  'outdoor-top': [66, 16],
  ports: [112, 100],
  lines: [160, 86],
  power: [104, 44],
  blower: [268, 92],
  return: [306, 112],
  supply: [268, 18],
  drain: [226, 118],
};

const SAID: Record<ProbeSpot, string> = {
  'outdoor-air': 'before the outdoor coil',
  'outdoor-top': 'above the outdoor fan',
  ports: 'at the service ports',
  lines: 'on the bare lines by the outdoor unit',
  power: 'in the compartment or at the meter',
  blower: 'before and after the indoor coil and blower',
  return: 'in the return',
  supply: 'in the supply',
  drain: 'at the drain',
};

/** The system in outline with the place of one probe marked: outdoor unit left, air handler right, two lines between. */
export function ProbeMap({ spot }: { spot: ProbeSpot }) {
  const t = useTokens();
  const [x, y] = AT[spot];
  const stroke = { stroke: t.ink, strokeWidth: 2, fill: 'none' } as const;
  return (
    <View
      role="img"
      aria-label={`Probe ${SAID[spot]}`}
      style={{ alignSelf: 'stretch', aspectRatio: WIDTH / HEIGHT, maxWidth: WIDTH * 1.4 }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`}>
        <Rect x={30} y={34} width={72} height={84} {...stroke} />
        {[38, 46, 54, 62, 70, 78, 86, 94].map((fin) => (
          <Line key={fin} x1={fin} x2={fin} y1={52} y2={110} stroke={t.ruleStrong} strokeWidth={1.5} />
        ))}
        <Path d="M44 34 Q66 20 88 34" {...stroke} />
        <Line x1={66} x2={66} y1={27} y2={34} {...stroke} />
        <Rect x={90} y={40} width={12} height={20} fill={t.sheet} stroke={t.ink} strokeWidth={1.5} />
        <Path d="M102 92 H212" stroke={t.ink} strokeWidth={4} fill="none" />
        <Path d="M102 104 H212" stroke={t.ink} strokeWidth={2} fill="none" />
        <Rect x={212} y={30} width={76} height={84} {...stroke} />
        <Path d="M222 82 L250 46 L278 82" {...stroke} />
        <Circle cx={250} cy={100} r={10} {...stroke} />
        <Path d="M232 30 V8 M268 30 V8" {...stroke} />
        <Path d="M288 96 H332 M288 114 H332" {...stroke} />
        <Path d="M226 114 V128" stroke={t.ink} strokeWidth={2} strokeDasharray="3 3" fill="none" />
        <Text x={66} y={130} fontSize={11} textAnchor="middle" fill={t.inkSoft}>
          outdoor
        </Text>
        <Text x={256} y={130} fontSize={11} textAnchor="middle" fill={t.inkSoft}>
          indoor
        </Text>
        <G>
          <Circle cx={x} cy={y} r={11} fill={t.amberInk} stroke={t.ink} strokeWidth={2.5} />
          <Circle cx={x} cy={y} r={3.5} fill={t.sheet} />
        </G>
      </Svg>
    </View>
  );
}
