import type { WireColor } from '@elm-mist/core/run';
import { View } from 'react-native';
import { Small } from './text';
import { useTokens } from './theme';
import { line, radius, space } from './tokens';

/** Insulation as it looks, near enough to tell apart; the name always stands beside it. */
const INSULATION: Record<WireColor, string> = {
  black: '#1B1B1B',
  white: '#FFFFFF',
  red: '#C3271B',
  blue: '#1F55A5',
  yellow: '#F2CE1B',
  green: '#2E7D32',
  brown: '#6B4226',
  orange: '#E8761A',
  purple: '#6A3B8F',
  grey: '#8A8F8C',
  pink: '#E9A3B8',
};

/** A piece of wire in its color, and the color's name. @param named false only where the name stands beside it already */
export function WireSwatch({ color, named = true }: { color: WireColor; named?: boolean }) {
  const tokens = useTokens();
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.xs }}>
      <View
        style={{
          width: 34,
          height: 14,
          borderRadius: radius,
          borderWidth: line.firm,
          borderColor: tokens.ink,
          backgroundColor: INSULATION[color],
        }}
      />
      {named ? <Small ink="ink">{color}</Small> : null}
    </View>
  );
}
