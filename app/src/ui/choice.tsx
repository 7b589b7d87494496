import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Sign } from './icon';
import { Body, Small, Strong } from './text';
import { useTokens } from './theme';
import { line, radius, space, target } from './tokens';
import { usePresses } from './unlooked';

interface Option<T> {
  value: T;
  label: string;
  help?: string;
  /** A drawing at the left. */
  drawing?: ReactNode;
}

/** One of a few: a row of boxes that wraps. Chosen is framed, washed and ticked, not only colored. */
export function OneOf<T extends string | number>({
  label,
  options,
  value,
  onChange,
  testID,
}: {
  label: string;
  options: readonly Option<T>[];
  value: T | null;
  onChange: (value: T) => void;
  testID?: string;
}) {
  const tokens = useTokens();
  return (
    <View role="radiogroup" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }} testID={testID}>
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={chosen}
            aria-label={option.label}
            onPress={() => onChange(option.value)}
            style={{
              minHeight: target.usual,
              paddingHorizontal: space.m,
              paddingVertical: space.s,
              borderWidth: chosen ? line.heavy : line.thin,
              borderColor: chosen ? tokens.elm : tokens.ruleStrong,
              borderRadius: radius,
              backgroundColor: chosen ? tokens.elmWash : tokens.sheet,
              justifyContent: 'center',
              flexGrow: option.help ? 1 : 0,
              ...(option.help ? { flexBasis: '100%' } : {}),
            }}
          >
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
              {option.drawing}
              <View style={{ flexShrink: 1 }}>
                <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.xs }}>
                  {chosen ? <Sign name="check" size={18} ink="elm" /> : null}
                  <Strong>{option.label}</Strong>
                </View>
                {option.help ? <Small ink="inkSoft">{option.help}</Small> : null}
              </View>
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}

/** Any of several. */
export function AnyOf<T extends string>({
  label,
  options,
  value,
  onChange,
  testID,
}: {
  label: string;
  options: readonly Option<T>[];
  value: readonly T[];
  onChange: (value: T[]) => void;
  testID?: string;
}) {
  const tokens = useTokens();
  return (
    <View role="group" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }} testID={testID}>
      {options.map((option) => {
        const chosen = value.includes(option.value);
        return (
          <Pressable
            key={option.value}
            role="checkbox"
            aria-checked={chosen}
            aria-label={option.label}
            onPress={() => onChange(chosen ? value.filter((v) => v !== option.value) : [...value, option.value])}
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              gap: space.xs,
              maxWidth: '100%',
              minHeight: target.usual,
              paddingHorizontal: space.m,
              borderWidth: chosen ? line.heavy : line.thin,
              borderColor: chosen ? tokens.elm : tokens.ruleStrong,
              borderRadius: radius,
              backgroundColor: chosen ? tokens.elmWash : tokens.sheet,
            }}
          >
            {chosen ? <Sign name="check" size={18} ink="elm" /> : null}
            <View style={{ flexShrink: 1 }}>
              <Strong>{option.label}</Strong>
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}

/** Yes or no, as a whole row to press. */
export function Tick({
  label,
  help,
  value,
  onChange,
  testID,
  danger = false,
}: {
  label: string;
  help?: string;
  value: boolean;
  onChange: (value: boolean) => void;
  testID?: string;
  danger?: boolean;
}) {
  const tokens = useTokens();
  const { held, press } = usePresses();
  const ink = danger && value ? tokens.brick : tokens.ruleStrong;
  return (
    <Pressable
      role="checkbox"
      aria-checked={value}
      aria-label={label}
      onPress={() => press(() => onChange(!value))}
      disabled={held}
      testID={testID}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.m,
        minHeight: target.usual,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.rule,
        paddingVertical: space.s,
      }}
    >
      <View
        style={{
          width: 28,
          height: 28,
          borderWidth: line.firm,
          borderColor: ink,
          borderRadius: radius,
          alignItems: 'center',
          justifyContent: 'center',
          backgroundColor: value ? (danger ? tokens.brickWash : tokens.elmWash) : tokens.sheet,
        }}
      >
        {value ? <Sign name="check" heavy size={20} ink={danger ? 'brick' : 'elm'} /> : null}
      </View>
      <View style={{ flex: 1 }}>
        <Body>{label}</Body>
        {help ? <Small ink="inkSoft">{help}</Small> : null}
      </View>
    </Pressable>
  );
}

/** Which of the things at hand is shown: tabs with a line under the chosen one. */
export function Tabs<T extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { value: T; label: string; mark?: ReactNode }[];
  value: T;
  onChange: (value: T) => void;
}) {
  const tokens = useTokens();
  const { press } = usePresses();
  if (options.length < 2) return null;
  return (
    <View
      role="tablist"
      aria-label={label}
      style={{ flexDirection: 'row', borderBottomWidth: line.thin, borderBottomColor: tokens.ruleStrong }}
    >
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="tab"
            aria-selected={chosen}
            onPress={() => press(() => onChange(option.value))}
            style={{
              flex: 1,
              minHeight: target.usual,
              flexDirection: 'row',
              gap: space.xs,
              alignItems: 'center',
              justifyContent: 'center',
              borderBottomWidth: 4,
              borderBottomColor: chosen ? tokens.elm : 'transparent',
            }}
          >
            <Strong ink={chosen ? 'elm' : 'ink'}>{option.label}</Strong>
            {option.mark}
          </Pressable>
        );
      })}
    </View>
  );
}
