import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Companion } from './button';
import { Sign } from './icon';
import type { SignName } from './signDrawings';
import { Body, Heading, Strong, type InkName } from './text';
import { useTokens } from './theme';
import { line, radius, space, type Tokens } from './tokens';

/** Brick frame, first words bold: what can happen, what to do now. */
export function HazardBox({ lead, children }: { lead: string; children: ReactNode }) {
  const tokens = useTokens();
  return (
    <View
      role="note"
      style={{ borderWidth: line.firm, borderColor: tokens.brick, borderRadius: radius, padding: space.m, backgroundColor: tokens.sheet }}
    >
      <Body>
        <Strong ink="brick">{lead} </Strong>
        {children}
      </Body>
    </View>
  );
}

type Tone = 'info' | 'wait' | 'stop' | 'done';
const TONES: Record<Tone, { ground: keyof Tokens; ink: InkName; sign: SignName }> = {
  info: { ground: 'mistWash', ink: 'mist', sign: 'info' },
  wait: { ground: 'amberWash', ink: 'amberInk', sign: 'clock' },
  stop: { ground: 'brickWash', ink: 'brick', sign: 'stop' },
  done: { ground: 'elmWash', ink: 'elm', sign: 'check' },
};

/** A strip of words across the screen. `stop` is read out at once. */
export function Banner({ tone, children, right }: { tone: Tone; children: ReactNode; right?: ReactNode }) {
  const tokens = useTokens();
  const { ground, ink, sign } = TONES[tone];
  return (
    <View
      role={tone === 'stop' ? 'alert' : 'status'}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.s,
        paddingHorizontal: space.m,
        paddingVertical: space.s,
        backgroundColor: tokens[ground],
        borderLeftWidth: 5,
        borderLeftColor: tokens[ink],
      }}
    >
      <Sign name={sign} ink={ink} />
      <View style={{ flex: 1 }}>
        <Body>{children}</Body>
      </View>
      {right}
    </View>
  );
}

/** A list with nothing in it says what to do. */
export function Empty({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <View style={{ paddingVertical: space.xl, gap: space.s, alignItems: 'flex-start' }}>
      <Heading>{title}</Heading>
      <Body ink="inkSoft">{children}</Body>
      {action}
    </View>
  );
}

/** What happened, what was kept, what to do. */
export function Trouble({ what, kept, retry }: { what: string; kept: string; retry: () => void }) {
  return (
    <View role="alert" style={{ paddingVertical: space.l, gap: space.m, alignItems: 'flex-start' }}>
      <Heading ink="brick">{what}</Heading>
      <Body>{kept}</Body>
      <Companion title="Try again" onPress={retry} />
    </View>
  );
}

/** Lines where a list will be. */
export function Waiting({ lines = 4, what }: { lines?: number; what: string }) {
  const tokens = useTokens();
  return (
    <View role="status" aria-label={`Loading ${what}`} style={{ gap: space.m, paddingVertical: space.m }}>
      {Array.from({ length: lines }, (_, i) => (
        <View key={i} style={{ height: i % 2 === 0 ? 22 : 48, backgroundColor: tokens.rule, borderRadius: radius }} />
      ))}
    </View>
  );
}
