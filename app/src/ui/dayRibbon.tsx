import { View } from 'react-native';
import { Label } from './text';
import { useTokens } from './theme';
import { font, line } from './tokens';

export interface RibbonCell {
  /** Hour as the clock names it; empty for an unnamed one. */
  hour: string;
  /** Minutes until foam dries, or a word. */
  minutes: string;
  sun: boolean;
  good: boolean;
}

const CELL = 30;
const SUN_BAR = 7;

/**
 * Hours across: minutes until foam dries in each cell, a bar on top while sun is on the coil, the good window boxed. Hours that are too short are
 * brick and underlined, so that color is not the only sign.
 */
export function DayRibbon({
  cells,
  window,
  says,
}: {
  cells: readonly RibbonCell[];
  window: readonly [number, number] | null;
  says: string;
}) {
  const tokens = useTokens();
  const share = 100 / Math.max(1, cells.length);
  return (
    <View role="img" aria-label={says}>
      <View aria-hidden style={{ flexDirection: 'row' }}>
        {cells.map((cell, i) => (
          <View key={i} style={{ width: `${share}%` }}>
            <Label ink="inkSoft" style={{ fontSize: 13, lineHeight: 16 }}>
              {cell.hour || ' '}
            </Label>
          </View>
        ))}
      </View>
      <View aria-hidden style={{ flexDirection: 'row' }}>
        {cells.map((cell, i) => (
          <View
            key={i}
            style={{
              width: `${share}%`,
              height: CELL + SUN_BAR,
              borderWidth: line.thin,
              borderLeftWidth: i === 0 ? line.thin : 0,
              borderColor: tokens.rule,
              backgroundColor: window && i >= window[0] && i <= window[1] ? tokens.elmWash : tokens.sheet,
            }}
          >
            <View
              style={{
                height: SUN_BAR,
                backgroundColor: cell.sun ? tokens.amberFill : 'transparent',
                borderBottomWidth: cell.sun ? 2 : 0,
                borderBottomColor: tokens.amberInk,
              }}
            />
            <View style={{ flex: 1, alignItems: 'center', justifyContent: 'center' }}>
              <Label
                ink={cell.good ? 'ink' : 'brick'}
                style={{ fontFamily: font.figure, fontSize: 15, lineHeight: 18, ...(cell.good ? {} : { textDecorationLine: 'underline' }) }}
              >
                {cell.minutes}
              </Label>
            </View>
          </View>
        ))}
        {window ? (
          <View
            style={{
              position: 'absolute',
              left: `${window[0] * share}%`,
              width: `${(window[1] - window[0] + 1) * share}%`,
              top: 0,
              bottom: 0,
              borderWidth: line.heavy,
              borderColor: tokens.elm,
            }}
          />
        ) : null}
      </View>
    </View>
  );
}
