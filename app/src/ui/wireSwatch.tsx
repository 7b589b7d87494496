import type { WireColour } from '@elm-mist/core/run';
import { View } from 'react-native';
import { Small } from './text';
import { useTokens } from './theme';
import { line, radius, space } from './tokens';

/** Insulation as it looks, near enough to tell apart; the name always stands beside it. */
const INSULATION: Record<WireColour, string> = {
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

/** A piece of wire in its colour, and the colour's name. @param named false only where the name stands beside it already */
export function WireSwatch({ colour, named = true }: { colour: WireColour; named?: boolean }) {
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
          backgroundColor: INSULATION[colour],
        }}
      />
      {named ? <Small ink="ink">{colour}</Small> : null}
    </View>
  );
}
