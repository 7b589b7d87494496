import Button from '@rneui/themed/dist/Button';
import type { ViewStyle } from 'react-native';
import { font, line, radius, target } from './tokens';
import { useTokens } from './theme';
import { usePresses } from './unlooked';

interface Props {
  title: string;
  onPress: () => void;
  disabled?: boolean;
  busy?: boolean;
  /** For wet gloves. */
  wet?: boolean;
  grow?: boolean;
  testID?: string;
  style?: ViewStyle;
}

/** The one filled button of a screen: it says the result of pressing it. */
export function Act({ title, onPress, disabled = false, busy = false, wet = false, grow = true, testID, style }: Props) {
  const tokens = useTokens();
  const { held, press } = usePresses();
  return (
    <Button
      title={title}
      onPress={() => press(onPress)}
      disabled={disabled || busy || held}
      loading={busy}
      containerStyle={{ flexGrow: grow ? 1 : 0, flexShrink: 1, ...style }}
      buttonStyle={{ backgroundColor: tokens.elm, borderRadius: radius, minHeight: wet ? target.wet : 52, paddingHorizontal: 16 }}
      titleStyle={{ fontFamily: font.bold, fontSize: 17, color: tokens.onElm, textAlign: 'center' }}
      disabledStyle={{ backgroundColor: tokens.rule }}
      disabledTitleStyle={{ color: tokens.name === 'daylight' ? tokens.ink : tokens.ink }}
      testID={testID}
    />
  );
}

/** The outlined companion. `danger` turns it brick. */
export function Companion({
  title,
  onPress,
  disabled = false,
  busy = false,
  wet = false,
  grow = false,
  danger = false,
  testID,
  style,
}: Props & { danger?: boolean }) {
  const tokens = useTokens();
  const { held, press } = usePresses();
  const ink = danger ? tokens.brick : tokens.ink;
  return (
    <Button
      type="outline"
      title={title}
      onPress={() => press(onPress)}
      disabled={disabled || busy || held}
      loading={busy}
      containerStyle={{ flexGrow: grow ? 1 : 0, flexShrink: 0, ...style }}
      buttonStyle={{
        backgroundColor: tokens.sheet,
        borderColor: ink,
        borderWidth: line.firm,
        borderRadius: radius,
        minHeight: wet ? target.wet : 52,
        paddingHorizontal: 16,
      }}
      titleStyle={{ fontFamily: font.bold, fontSize: 16, color: ink }}
      disabledStyle={{ borderColor: tokens.rule, backgroundColor: tokens.paper }}
      disabledTitleStyle={{ color: tokens.inkSoft }}
      testID={testID}
    />
  );
}
