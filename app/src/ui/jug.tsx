import type { ApplicatorKind } from '@elm-mist/core/mix';
import { formatVolume, type UnitSystem } from '@elm-mist/core/units';
import { useId, type ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { ClipPath, Defs, G, Line, Path, Pattern, Rect } from 'react-native-svg';
import { Label } from './text';
import { useTokens } from './theme';

export type JugShape = ApplicatorKind | 'can';

interface Outline {
  /** Left and right of the body, top of the room inside, bottom. */
  left: number;
  right: number;
  top: number;
  bottom: number;
  path: string;
}

/** Applicators drawn in a box of 150 × 280. The level runs between `top` (full) and `bottom` (empty). */
const OUTLINES: Record<JugShape, Outline> = {
  'pump-sprayer': {
    left: 16,
    right: 134,
    top: 52,
    bottom: 272,
    path: 'M48 6 H108 V24 Q108 30 114 33 Q134 40 134 56 V264 Q134 272 126 272 H24 Q16 272 16 264 V56 Q16 40 36 33 Q48 30 48 24 Z',
  },
  'hand-bottle': {
    left: 34,
    right: 116,
    top: 84,
    bottom: 272,
    path: 'M62 6 H88 V44 Q88 54 100 62 Q116 72 116 90 V264 Q116 272 108 272 H42 Q34 272 34 264 V90 Q34 72 50 62 Q62 54 62 44 Z',
  },
  'foaming-gun': {
    left: 26,
    right: 124,
    top: 60,
    bottom: 272,
    path: 'M56 6 H94 V34 H56 Z M44 38 H106 Q124 42 124 66 V264 Q124 272 116 272 H34 Q26 272 26 264 V66 Q26 42 44 38 Z',
  },
  can: {
    left: 40,
    right: 110,
    top: 66,
    bottom: 272,
    path: 'M66 8 H84 V24 H66 Z M56 26 H94 V46 Q110 52 110 68 V272 H40 V68 Q40 52 56 46 Z',
  },
  bucket: { left: 22, right: 128, top: 40, bottom: 272, path: 'M10 26 H140 L126 264 Q125 272 117 272 H33 Q25 272 24 264 Z' },
};

export interface JugLayer {
  /** `mix` is what is in the applicator already. */
  what: 'water' | 'concentrate' | 'mix';
  litres: number;
  /** Said over the amount, e.g. "1 water first, up to"; on the second line the level itself follows. */
  words: string;
}

/** Where the level of a full and of an empty one stands in its drawing, as shares of its height from the top. */
export const jugRoom = (shape: JugShape): { full: number; empty: number } => ({
  full: OUTLINES[shape].top / HEIGHT,
  empty: OUTLINES[shape].bottom / HEIGHT,
});

const INKS = { water: 'mist', concentrate: 'elm', mix: 'ink' } as const;

const WIDTH = 150;
const HEIGHT = 280;
const TICKS = 8;
const LABEL_ROOM = 70;

/** The applicator itself with the lines to pour to, in the order of pouring, each amount beside its line. */
export function Jug({
  shape,
  capacityL,
  layers,
  system,
  amounts,
  small = false,
}: {
  shape: JugShape;
  capacityL: number;
  layers: readonly JugLayer[];
  system: UnitSystem;
  amounts?: (layer: JugLayer) => ReactNode;
  /** Smaller, and without words beside it: for two side by side. */
  small?: boolean;
}) {
  const tokens = useTokens();
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const outline = OUTLINES[shape];
  const scale = small ? 0.6 : 1;
  const labelRoom = LABEL_ROOM;
  const height = HEIGHT * scale;
  const room = outline.bottom - outline.top;
  const levelY = (litres: number) => outline.bottom - room * Math.min(1, litres / capacityL);
  const stack = layers.reduce<{ layer: JugLayer; from: number; to: number }[]>((done, layer) => {
    const from = done.at(-1)?.to ?? 0;
    return [...done, { layer, from, to: from + layer.litres }];
  }, []);
  // Labels keep clear of each other: upwards from the lowest line, then down again from the top edge.
  const upwards = stack.reduce<number[]>((done, { to }) => {
    const wanted = Math.min(height - labelRoom, levelY(to) * scale - labelRoom / 2 + 4);
    return [...done, Math.min(wanted, (done.at(-1) ?? Infinity) - labelRoom)];
  }, []);
  const spots = upwards.reduceRight<number[]>(
    (done, spot) => [Math.max(spot, done[0] === undefined ? 0 : done[0] + labelRoom), ...done],
    [],
  );
  const says = stack.map(({ layer, to }) => `${layer.words} ${formatVolume(to, system)}`).join(', then ');
  return (
    <View style={{ flexDirection: 'row', minHeight: height }}>
      <View role="img" aria-label={`Applicator of ${formatVolume(capacityL, system)}. ${says}.`} style={{ flexGrow: 0, flexShrink: 0 }}>
        <Svg width={(WIDTH + 24) * scale} height={height} viewBox={`0 0 ${WIDTH + 24} ${HEIGHT}`} aria-hidden>
          <Defs>
            <Pattern id={`w${id}`} width={16} height={16} patternUnits="userSpaceOnUse">
              <Rect width={16} height={16} fill={tokens.mistWash} />
              <Path d="M0 4 Q4 0.5 8 4 T16 4 M0 12 Q4 8.5 8 12 T16 12" stroke={tokens.mist} strokeWidth={1.4} fill="none" />
            </Pattern>
            <ClipPath id={`c${id}`}>
              <Path d={outline.path} />
            </ClipPath>
          </Defs>
          <Path d={outline.path} fill={tokens.sheet} />
          <G clipPath={`url(#c${id})`}>
            {stack.map(({ layer, from, to }) => (
              <Rect
                key={layer.what}
                x={0}
                width={WIDTH}
                y={levelY(to)}
                height={Math.max(0, levelY(from) - levelY(to)) + (from === 0 ? 8 : 0)}
                fill={{ water: `url(#w${id})`, concentrate: tokens.elm, mix: tokens.elmWash }[layer.what]}
              />
            ))}
          </G>
          <Path d={outline.path} fill="none" stroke={tokens.ink} strokeWidth={2.5} />
          {Array.from({ length: TICKS }, (_, i) => {
            const y = levelY((capacityL * (i + 1)) / TICKS);
            return (
              <Line
                key={i}
                x1={outline.right}
                x2={outline.right + ((i + 1) % 4 === 0 ? 15 : 9)}
                y1={y}
                y2={y}
                stroke={tokens.ink}
                strokeWidth={1.5}
              />
            );
          })}
          {stack.map(({ layer, to }) => (
            <Line
              key={layer.what}
              x1={outline.left - 12}
              x2={WIDTH + 24}
              y1={levelY(to)}
              y2={levelY(to)}
              stroke={tokens[INKS[layer.what]]}
              strokeWidth={2.5}
            />
          ))}
        </Svg>
      </View>
      <View style={{ flex: small ? 0 : 1 }}>
        {(small ? [] : stack).map(({ layer, to }, index) => (
          <View key={layer.what} style={{ position: 'absolute', left: 6, right: 0, top: spots[index] ?? 0 }}>
            <Label ink={INKS[layer.what]}>{index === 0 ? layer.words : `${layer.words} ${formatVolume(to, system)}`}</Label>
            {amounts?.(layer)}
          </View>
        ))}
      </View>
    </View>
  );
}
