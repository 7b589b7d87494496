import { CoreError } from '@elm-mist/core/errors';
import { numberReadings } from '@elm-mist/core/units';
import Input from '@rneui/themed/dist/Input';
import { useId } from 'react';
import { View, type KeyboardTypeOptions } from 'react-native';
import { Companion } from './button';
import { Label, Small } from './text';
import { useTokens } from './theme';
import { font, line, radius, space, target } from './tokens';

interface Props {
  label: string;
  value: string;
  onChange: (text: string) => void;
  unit?: string;
  error?: string | undefined;
  help?: string;
  keyboard?: KeyboardTypeOptions;
  multiline?: boolean;
  /** A password: its letters are hidden. */
  secret?: boolean;
  /** What the browser may fill in, as HTML names it. */
  fills?: 'username' | 'current-password' | 'new-password' | 'one-time-code';
  onEnter?: () => void;
  testID?: string;
  grow?: boolean;
  onFocus?: () => void;
}

/** The two ways a number with a comma can be read; none where there is one, or where a number is not asked for. */
function twoReadings(text: string, keyboard: KeyboardTypeOptions): string[] {
  if (!text.includes(',') || !['decimal-pad', 'number-pad', 'numeric'].includes(keyboard)) return [];
  try {
    const readings = numberReadings(text.replace(/^[-−–]/, ''));
    return readings.length > 1 ? readings.map((reading) => reading.typed) : [];
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return [];
  }
}

/** A labelled box to type in, its unit beside it, its error under it. What was typed stays when it is wrong. */
export function Field({
  label,
  value,
  onChange,
  unit,
  error,
  help,
  keyboard = 'default',
  multiline = false,
  secret = false,
  fills,
  onEnter,
  testID,
  grow = false,
  onFocus,
}: Props) {
  const tokens = useTokens();
  const id = useId();
  const readings = twoReadings(value, keyboard);
  return (
    <View style={{ gap: space.xs, flexGrow: grow ? 1 : 0, flexBasis: grow ? 96 : 'auto', flexShrink: 1 }}>
      <Label>{unit ? `${label}, ${unit}` : label}</Label>
      <Input
        value={value}
        onChangeText={onChange}
        keyboardType={keyboard}
        multiline={multiline}
        secureTextEntry={secret}
        {...(fills ? { autoComplete: fills, autoCapitalize: 'none' as const } : {})}
        {...(onEnter ? { onSubmitEditing: onEnter } : {})}
        {...(onFocus ? { onFocus } : {})}
        aria-label={unit ? `${label}, ${unit}` : label}
        aria-invalid={error !== undefined}
        aria-describedby={error ? id : undefined}
        renderErrorMessage={false}
        containerStyle={{ paddingHorizontal: 0 }}
        inputContainerStyle={{
          borderWidth: error ? line.heavy : line.firm,
          borderBottomWidth: error ? line.heavy : line.firm,
          borderColor: error ? tokens.brick : tokens.ruleStrong,
          borderRadius: radius,
          backgroundColor: tokens.sheet,
          paddingHorizontal: space.m,
        }}
        inputStyle={{
          fontFamily: font.text,
          fontSize: 18,
          color: tokens.ink,
          minHeight: multiline ? 88 : target.usual,
          minWidth: 0,
          ...(multiline ? { paddingVertical: space.s, textAlignVertical: 'top' } : {}),
        }}
        testID={testID}
      />
      {readings.length > 0 ? (
        <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }} role="group" aria-label={`Which number is ${value}?`}>
          <Small>Which is meant?</Small>
          {readings.map((typed) => (
            <Companion key={typed} title={typed} onPress={() => onChange(typed)} />
          ))}
        </View>
      ) : null}
      {error ? (
        <View nativeID={id}>
          <Small ink="brick" live>
            {error}
          </Small>
        </View>
      ) : help ? (
        <Small ink="inkSoft">{help}</Small>
      ) : null}
    </View>
  );
}
