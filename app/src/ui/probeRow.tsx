import { Pressable, View } from 'react-native';
import { Sign } from './icon';
import { Body, Figure, Small } from './text';
import { useTokens } from './theme';
import { line, space, target } from './tokens';

/** One probe of a kit: its name, what it reads, and whether it has come to rest. Pressed, it is left off or put on. */
export function ProbeRow({
  name,
  state,
  steady,
  value,
  worn,
  onPress,
}: {
  name: string;
  state: string;
  steady: boolean;
  value: string;
  worn: boolean;
  onPress: () => void;
}) {
  const tokens = useTokens();
  return (
    <Pressable
      role="checkbox"
      aria-checked={worn}
      aria-label={`${name}, ${value} ${state}`}
      onPress={onPress}
      style={{
        minHeight: target.usual,
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.s,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.rule,
        opacity: worn ? 1 : 0.6,
      }}
    >
      <View style={{ width: 24 }}>{steady ? <Sign name="check" size={20} ink="elm" /> : null}</View>
      <View style={{ flex: 1 }}>
        <Body>{name}</Body>
        <Small ink="inkSoft">{state}</Small>
      </View>
      <Figure>{value}</Figure>
    </Pressable>
  );
}
