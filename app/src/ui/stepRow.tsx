import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Sign } from './icon';
import { Body, Label, Strong } from './text';
import { useTokens } from './theme';
import { line, space } from './tokens';

/** One step of a list that is walked in order: its number or a check, its name, and what it says at the right once it is taken. */
export function StepRow({
  number,
  name,
  here,
  taken,
  children,
}: {
  number: number;
  name: string;
  /** It is the step that is due. */
  here: boolean;
  /** Null until it is taken. */
  taken: ReactNode;
  children?: ReactNode;
}) {
  const tokens = useTokens();
  const done = taken !== null;
  return (
    <View
      style={{
        borderLeftWidth: here ? 5 : line.thin,
        borderLeftColor: here ? tokens.elm : tokens.rule,
        paddingLeft: space.m,
        paddingVertical: space.xs,
        gap: space.xs,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        {done ? <Sign name="check" heavy ink="elm" size={20} /> : <Label ink="inkSoft">{number}</Label>}
        <View style={{ flex: 1 }}>{here ? <Strong>{name}</Strong> : <Body ink={done ? 'ink' : 'inkSoft'}>{name}</Body>}</View>
        {taken}
      </View>
      {children}
    </View>
  );
}
