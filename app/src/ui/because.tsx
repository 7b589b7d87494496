import { sourceText, type Because, type BecauseInput } from '@elm-mist/core/because';
import { formatQuantity, type UnitSystem } from '@elm-mist/core/units';
import Overlay from '@rneui/themed/dist/Overlay';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { AtEnd } from './atEnd';
import { Companion } from './button';
import { Row } from './row';
import { Body, Gauge, Heading, Label, Small, Title } from './text';
import { useTokens } from './theme';
import { line, space, target, WIDE } from './tokens';

interface BecauseDoor {
  open: Because | null;
  show: (because: Because) => void;
  close: () => void;
  system: UnitSystem;
  /** No number is asked why: in an exam. */
  silent: boolean;
}

const Context = createContext<BecauseDoor>({ open: null, show: () => undefined, close: () => undefined, system: 'us', silent: false });
export const useBecause = (): BecauseDoor => useContext(Context);

/** @param silent no number is asked why */
export function BecauseRoot({ system, silent = false, children }: { system: UnitSystem; silent?: boolean; children: ReactNode }) {
  const [open, setOpen] = useState<Because | null>(null);
  const close = useCallback(() => setOpen(null), []);
  const door = useMemo(() => ({ open, show: setOpen, close, system, silent }), [open, close, system, silent]);
  return <Context.Provider value={door}>{children}</Context.Provider>;
}

export const wordsOf = (input: BecauseInput, system: UnitSystem): string =>
  input.quantity ? formatQuantity(input.quantity, system) : (input.text ?? '');

/** Inputs → rule → result, source, and what would change it. */
function BecauseBody({ because }: { because: Because }) {
  const { close, system } = useBecause();
  const tokens = useTokens();
  return (
    <ScrollView tabIndex={0} contentContainerStyle={{ padding: space.l, gap: space.m }} testID="because">
      <Label ink="inkSoft">Because</Label>
      <Title>{because.title}</Title>
      <View>
        {because.inputs.map((input) => (
          <Row key={input.label} label={input.label} value={wordsOf(input, system)} />
        ))}
      </View>
      <View style={{ gap: space.s }}>
        {because.rules.map((rule) => (
          <View key={rule.id} style={{ borderLeftWidth: line.heavy, borderLeftColor: tokens.elm, paddingLeft: space.m }}>
            <Body>{rule.because}</Body>
            <Small ink="inkSoft">{`${sourceText(rule.source)} · ${rule.id}`}</Small>
          </View>
        ))}
      </View>
      <View style={{ borderTopWidth: line.firm, borderTopColor: tokens.ink, paddingTop: space.s }}>
        <Label ink="inkSoft">{because.result.label}</Label>
        <Gauge>{wordsOf(because.result, system)}</Gauge>
      </View>
      {because.changes.length > 0 ? (
        <View style={{ gap: space.xs }}>
          <Heading>What would change it</Heading>
          {because.changes.map((change) => (
            <Body key={change}>{change}</Body>
          ))}
        </View>
      ) : null}
      <Small ink="inkSoft">The label, the maker’s manual and local code outrank this.</Small>
      <Companion title="Close" onPress={close} />
    </ScrollView>
  );
}

/** Phone: a sheet over the screen. */
export function BecauseSheet() {
  const { open, close } = useBecause();
  const tokens = useTokens();
  const { width, height } = useWindowDimensions();
  if (!open || width >= WIDE) return null;
  return (
    <Overlay
      isVisible
      onBackdropPress={close}
      onRequestClose={close}
      animationType="none"
      overlayStyle={{
        position: 'absolute',
        left: 0,
        right: 0,
        bottom: 0,
        maxHeight: height * 0.86,
        padding: 0,
        backgroundColor: tokens.paper,
        borderTopWidth: line.heavy,
        borderTopColor: tokens.ink,
        borderRadius: 0,
      }}
    >
      <View role="dialog" aria-label={open.title} style={{ maxHeight: height * 0.86 }}>
        <BecauseBody because={open} />
      </View>
    </Overlay>
  );
}

/** Wide: the third column. */
export function BecauseColumn() {
  const { open } = useBecause();
  const tokens = useTokens();
  if (!open) return null;
  return (
    <View
      role="complementary"
      aria-label={`Because: ${open.title}`}
      style={{ width: 340, borderLeftWidth: line.firm, borderLeftColor: tokens.ink, backgroundColor: tokens.paper }}
    >
      <BecauseBody because={open} />
    </View>
  );
}

/** Words for those who listen instead of looking. */
function Unseen({ children }: { children: string }) {
  return (
    <View style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden' }}>
      <Small>{children}</Small>
    </View>
  );
}

/** A number that can be asked why: dotted underline, opens the sheet. Without a reason it is plain. @param about read out before the number; empty where what stands there says it */
export function Why({ because, children, about }: { because: Because | undefined; children: ReactNode; about?: string }) {
  const { show, silent } = useBecause();
  const tokens = useTokens();
  const end = useContext(AtEnd) ? ('flex-end' as const) : ('flex-start' as const);
  if (!because || silent) return <>{children}</>;
  return (
    <Pressable
      role="button"
      onPress={() => show(because)}
      style={{ minHeight: target.usual, minWidth: target.usual, justifyContent: 'center', alignSelf: 'flex-start', flexShrink: 1 }}
    >
      {about === '' ? null : <Unseen>{about ?? because.title}</Unseen>}
      <View style={{ alignSelf: end, borderBottomWidth: 2, borderStyle: 'dotted', borderColor: tokens.ink }}>{children}</View>
      <Unseen>Why?</Unseen>
    </Pressable>
  );
}
