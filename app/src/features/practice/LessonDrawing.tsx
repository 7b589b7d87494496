import { LESSON_TABLE, type LessonId } from '@elm-mist/core/trainer';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Rect, Text } from 'react-native-svg';
import { font, useTokens, type Tokens } from '@/ui';

const WIDTH = 360;
const HEIGHT = 190;
const range = (count: number) => Array.from({ length: count }, (_, i) => i);

/** Words in a drawing. */
const word = (t: Tokens, x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end' = 'middle') => (
  <Text key={`w${x}${y}`} x={x} y={y} fontSize={13} fontFamily={font.bold} textAnchor={anchor} fill={t.ink}>
    {text}
  </Text>
);
/** An arrow from one point to another. */
function arrow(color: string, x0: number, y0: number, x1: number, y1: number, width = 3) {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const far = Math.hypot(dx, dy);
  const [ux, uy] = [dx / far, dy / far];
  const head = `M${x1} ${y1} L${x1 - 10 * ux + 5 * uy} ${y1 - 10 * uy - 5 * ux} L${x1 - 10 * ux - 5 * uy} ${y1 - 10 * uy + 5 * ux} Z`;
  return [
    <Line key={`a${x0}${y0}${x1}`} x1={x0} y1={y0} x2={x1 - 8 * ux} y2={y1 - 8 * uy} stroke={color} strokeWidth={width} />,
    <Path key={`h${x0}${y0}${x1}`} d={head} fill={color} />,
  ];
}
/** A row of tubes through fins, cut from the side. */
const row = (t: Tokens, x: number, y: number, height: number, turn = 0) => [
  <Rect
    key={`r${x}`}
    x={x}
    y={y}
    width={26}
    height={height}
    fill={t.sheet}
    stroke={t.ink}
    strokeWidth={1.5}
    {...(turn ? { transform: `rotate(${turn} ${x + 13} ${y})` } : {})}
  />,
  ...range(Math.floor(height / 24)).map((i) => (
    <Circle
      key={`c${x}${i}`}
      cx={x + 13}
      cy={y + 14 + i * 24}
      r={6}
      fill={t.amberInk}
      {...(turn ? { transform: `rotate(${turn} ${x + 13} ${y})` } : {})}
    />
  )),
];
/** Soil, as a ragged patch. */
const soil = (t: Tokens, x: number, y: number, width: number, height: number) => (
  <Path
    key={`s${x}${y}`}
    d={`M${x} ${y} ${range(Math.ceil(height / 8))
      .map((i) => `L${x + width + (i % 2 === 0 ? 3 : -2)} ${y + i * 8}`)
      .join(' ')} L${x} ${y + height} Z`}
    fill={t.ink}
    opacity={0.55}
  />
);
const foam = (t: Tokens, x: number, y: number, width: number, height: number) => [
  <Rect key={`f${x}`} x={x} y={y} width={width} height={height} fill={t.mistWash} stroke={t.elm} strokeWidth={1.5} strokeDasharray="3 3" />,
];
const nozzle = (t: Tokens, x: number, y: number) => (
  <Path key={`n${x}`} d={`M${x} ${y} l-26 -7 v14 Z M${x - 26} ${y - 3} h-14 v6 h14`} fill={t.ink} />
);
const box = (t: Tokens, x: number, y: number, width: number, height: number) => (
  <Rect key={`b${x}${y}`} x={x} y={y} width={width} height={height} fill={t.sheet} stroke={t.ink} strokeWidth={2} />
);

const DRAWINGS: Record<LessonId, (t: Tokens) => ReactNode> = {
  'foam-angle': (t) => [
    row(t, 120, 24, 130),
    foam(t, 110, 24, 10, 130),
    nozzle(t, 50, 90),
    <Path key="far" d="M54 90 L108 40 M54 90 L108 140" stroke={t.elm} strokeWidth={1.5} />,
    word(t, 96, 178, 'far: on the face'),
    foam(t, 270, 24, 34, 130),
    row(t, 274, 24, 130),
    nozzle(t, 262, 104),
    arrow(t.elm, 230, 150, 230, 60),
    word(t, 276, 178, 'close: between the fins'),
  ],
  'two-rows': (t) => [
    row(t, 130, 20, 130),
    soil(t, 158, 24, 14, 122),
    row(t, 178, 20, 130),
    arrow(t.brick, 40, 60, 122, 60),
    word(t, 66, 46, 'level'),
    word(t, 66, 84, 'presses it in'),
    arrow(t.elm, 300, 40, 208, 92),
    arrow(t.elm, 166, 150, 166, 176),
    word(t, 292, 30, 'pointed down'),
    word(t, 240, 172, 'takes it out', 'start'),
  ],
  torch: (t) => [
    <Rect key="torch" x={20} y={80} width={70} height={26} rx={4} fill={t.ink} />,
    <Path key="head" d="M90 74 h16 v38 h-16 Z" fill={t.amberInk} />,
    row(t, 130, 20, 150),
    row(t, 168, 20, 150),
    soil(t, 157, 40, 9, 40),
    soil(t, 157, 112, 9, 50),
    ...[36, 66, 93, 122, 150].map((y) => (
      <Line
        key={`l${y}`}
        x1={108}
        y1={93 + (y - 93) / 6}
        x2={y === 36 || y === 93 ? 280 : 156}
        y2={y}
        stroke={t.amberInk}
        strokeWidth={2.5}
      />
    )),
    <Path key="eye" d="M284 93 q24 -20 48 0 q-24 20 -48 0 Z" fill={t.sheet} stroke={t.ink} strokeWidth={2} />,
    <Circle key="iris" cx={308} cy={93} r={7} fill={t.ink} />,
    word(t, 56, 130, 'hard against it'),
    word(t, 308, 130, 'hooded'),
  ],
  'a-coil': (t) => [
    <Path key="left" d="M120 136 L172 22 L190 30 L140 140 Z" fill={t.sheet} stroke={t.ink} strokeWidth={1.5} />,
    <Path key="right" d="M240 136 L188 22 L170 30 L220 140 Z" fill={t.sheet} stroke={t.ink} strokeWidth={1.5} />,
    <Path key="soil" d="M144 138 L180 52 L216 138" stroke={t.ink} strokeWidth={7} opacity={0.55} fill="none" />,
    <Path key="pan" d="M100 138 v18 h160 v-18" stroke={t.ink} strokeWidth={3} fill="none" />,
    <Path key="drain" d="M260 152 h34 v22" stroke={t.ink} strokeWidth={3} fill="none" />,
    arrow(t.elm, 166, 186, 166, 120),
    arrow(t.elm, 194, 186, 194, 120),
    word(t, 60, 96, 'inside: dirty'),
    word(t, 310, 146, 'drain'),
    word(t, 78, 170, 'pan'),
    word(t, 232, 182, 'air'),
  ],
  'wall-head': (t) => [
    <Path key="case" d="M108 24 h196 q20 0 20 24 v104 q0 14 -14 14 h-120" stroke={t.ink} strokeWidth={2.5} fill="none" />,
    <Path key="front" d="M56 34 q-14 50 8 122" stroke={t.ink} strokeWidth={5} fill="none" />,
    arrow(t.elm, 104, 92, 68, 92),
    <Path key="bend1" d="M130 60 L130 138" stroke={t.amberInk} strokeWidth={16} />,
    <Path key="bend2" d="M136 48 L208 40" stroke={t.amberInk} strokeWidth={16} />,
    <Path key="bend3" d="M224 48 L262 96" stroke={t.amberInk} strokeWidth={16} />,
    <Circle key="wheel" cx={206} cy={112} r={36} fill={t.sheet} stroke={t.ink} strokeWidth={2} />,
    ...range(12).map((i) => (
      <Line
        key={`v${i}`}
        x1={206 + 26 * Math.cos((i * Math.PI) / 6)}
        y1={112 + 26 * Math.sin((i * Math.PI) / 6)}
        x2={206 + 35 * Math.cos((i * Math.PI) / 6 + 0.25)}
        y2={112 + 35 * Math.sin((i * Math.PI) / 6 + 0.25)}
        stroke={t.ink}
        strokeWidth={1.5}
      />
    )),
    <Path key="pan" d="M112 144 v12 h44 v-12" stroke={t.ink} strokeWidth={3} fill="none" />,
    word(t, 30, 182, 'front off', 'start'),
    word(t, 172, 32, 'top bend'),
    word(t, 284, 78, 'rear bend'),
    word(t, 206, 116, 'wheel'),
    word(t, 134, 182, 'pan'),
  ],
  trap: (t) => [
    <Path key="pan" d="M40 40 v40 h150 v-40" stroke={t.ink} strokeWidth={3} fill="none" />,
    <Path key="pipe" d="M190 74 h34 v70 q0 22 22 22 q22 0 22 -22 v-34 h60" stroke={t.ink} strokeWidth={16} fill="none" />,
    <Path key="bore" d="M184 74 h40 v70 q0 22 22 22 q22 0 22 -22 v-34 h66" stroke={t.sheet} strokeWidth={11} fill="none" />,
    <Path key="water" d="M224 112 v32 q0 22 22 22 q22 0 22 -22 v-34" stroke={t.elm} strokeWidth={11} fill="none" />,
    <Path key="second" d="M190 50 h50" stroke={t.ink} strokeWidth={8} />,
    arrow(t.brick, 350, 128, 288, 128),
    word(t, 115, 100, 'pan, under suction'),
    word(t, 246, 186, 'water'),
    word(t, 250, 44, 'second: dry', 'start'),
    word(t, 322, 150, 'no air in'),
  ],
  disconnects: (t) => [
    box(t, 14, 30, 70, 100),
    <Path key="slots" d="M34 56 v18 M64 56 v18" stroke={t.ink} strokeWidth={5} />,
    <Rect key="block" x={28} y={100} width={42} height={46} fill={t.amberInk} stroke={t.ink} strokeWidth={2} />,
    arrow(t.elm, 49, 78, 49, 98),
    box(t, 104, 30, 62, 100),
    <Line key="lever" x1={166} y1={64} x2={182} y2={112} stroke={t.ink} strokeWidth={8} />,
    word(t, 135, 118, 'OFF'),
    box(t, 206, 30, 54, 100),
    <Rect key="poles" x={216} y={56} width={34} height={48} fill={t.mistWash} stroke={t.ink} strokeWidth={2} />,
    <Path key="split" d="M233 56 v48 M220 94 h10 M237 94 h10" stroke={t.ink} strokeWidth={4} />,
    box(t, 282, 20, 66, 120),
    ...range(6).map((i) => (
      <Rect
        key={`p${i}`}
        x={292}
        y={30 + i * 17}
        width={30}
        height={12}
        fill={i === 2 ? t.amberInk : t.mistWash}
        stroke={t.ink}
        strokeWidth={1.5}
      />
    )),
    <Path key="tag" d="M322 70 l14 -8 v16 Z" fill={t.brick} />,
    word(t, 49, 174, 'pull-out'),
    word(t, 138, 174, 'lever'),
    word(t, 233, 174, 'breaker'),
    word(t, 315, 174, 'panel'),
  ],
};

/** A lesson's drawing, said in words where it cannot be seen. */
export function LessonDrawing({ id }: { id: LessonId }) {
  const tokens = useTokens();
  return (
    <View
      role="img"
      aria-label={LESSON_TABLE[id].drawn}
      testID={`lesson-${id}`}
      style={{ backgroundColor: tokens.paper, borderWidth: 1, borderColor: tokens.rule, maxWidth: 560 }}
    >
      <Svg width="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`}>
        {DRAWINGS[id](tokens)}
      </Svg>
    </View>
  );
}
