import type { SectionWord } from '@elm-mist/core/run';
import type { Grade } from '@elm-mist/core/survey';
import { useId } from 'react';
import { StyleSheet } from 'react-native';
import Svg, { Circle, Defs, Path, Pattern, Rect } from 'react-native-svg';
import { useTokens } from './theme';
import type { Tokens } from './tokens';

export type HatchName = 'blank' | 'dots' | 'wide' | 'close' | 'cross' | 'waves' | 'bubbles' | 'plain-elm';

export const GRADE_HATCH: Record<Grade, HatchName> = { 0: 'blank', 1: 'dots', 2: 'wide', 3: 'close', 4: 'cross' };
export const WORD_HATCH: Record<SectionWord, HatchName> = {
  waits: 'close',
  wet: 'waves',
  soaking: 'bubbles',
  'mist now': 'bubbles',
  'rinse now': 'bubbles',
  'too long': 'bubbles',
  'close up': 'bubbles',
  condensing: 'waves',
  'look now': 'waves',
  check: 'waves',
  clear: 'plain-elm',
  again: 'cross',
  left: 'wide',
};

interface HatchDrawing {
  size: number;
  ground: (tokens: Tokens) => string;
  marks: (tokens: Tokens) => React.ReactNode;
}

const stroke = (d: string, color: string, width: number) => <Path d={d} stroke={color} strokeWidth={width} fill="none" />;

const DRAWINGS: Record<HatchName, HatchDrawing> = {
  blank: { size: 8, ground: (t) => t.sheet, marks: () => null },
  dots: {
    size: 10,
    ground: (t) => t.sheet,
    marks: (t) => (
      <>
        <Circle cx={2.5} cy={2.5} r={0.95} fill={t.inkSoft} />
        <Circle cx={7.5} cy={7.5} r={0.95} fill={t.inkSoft} />
      </>
    ),
  },
  wide: { size: 13, ground: (t) => t.sheet, marks: (t) => stroke('M-1 14 L14 -1 M-7.5 7.5 L7.5 -7.5 M5.5 20.5 L20.5 5.5', t.inkSoft, 1) },
  close: { size: 6, ground: (t) => t.sheet, marks: (t) => stroke('M-1 7 L7 -1 M-4 4 L4 -4 M2 10 L10 2', t.inkSoft, 1) },
  cross: { size: 7, ground: (t) => t.sheet, marks: (t) => stroke('M0 7 L7 0 M0 0 L7 7', t.inkSoft, 1.15) },
  waves: { size: 16, ground: (t) => t.mistWash, marks: (t) => stroke('M0 4 Q4 0.5 8 4 T16 4 M0 12 Q4 8.5 8 12 T16 12', t.mist, 1.3) },
  bubbles: {
    size: 10,
    ground: (t) => t.amberWash,
    marks: (t) => (
      <>
        <Circle cx={2.6} cy={2.6} r={1.7} stroke={t.amberInk} strokeWidth={0.9} fill="none" />
        <Circle cx={7.6} cy={7.6} r={1.7} stroke={t.amberInk} strokeWidth={0.9} fill="none" />
      </>
    ),
  },
  'plain-elm': { size: 8, ground: (t) => t.elmWash, marks: () => null },
};

/** Fills its parent with a hatch. State is carried by hatch, number and word, never by color alone. */
export function Hatch({ name }: { name: HatchName }) {
  const tokens = useTokens();
  const id = `hatch${useId().replace(/[^a-zA-Z0-9]/g, '')}`;
  const drawing = DRAWINGS[name];
  return (
    <Svg style={StyleSheet.absoluteFill} width="100%" height="100%" aria-hidden>
      <Defs>
        <Pattern id={id} width={drawing.size} height={drawing.size} patternUnits="userSpaceOnUse">
          <Rect width={drawing.size} height={drawing.size} fill={drawing.ground(tokens)} />
          {drawing.marks(tokens)}
        </Pattern>
      </Defs>
      <Rect width="100%" height="100%" fill={`url(#${id})`} />
    </Svg>
  );
}
