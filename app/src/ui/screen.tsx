import type { ReactElement, ReactNode } from 'react';
import { FlatList, ScrollView, View } from 'react-native';
import { useLandmark } from './landmarks';
import { useTokens } from './theme';
import { Small, Title } from './text';
import { line, space } from './tokens';
import { Meant } from './unlooked';

/** The head of a screen: what this is, and one line under it. */
export function ScreenHead({ title, under, right, children }: { title: string; under?: string; right?: ReactNode; children?: ReactNode }) {
  const tokens = useTokens();
  return (
    <View
      {...useLandmark('banner')}
      style={{
        backgroundColor: tokens.paper,
        borderBottomWidth: line.firm,
        borderBottomColor: tokens.ink,
        paddingHorizontal: space.l,
        paddingTop: space.m,
        paddingBottom: space.m,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1, gap: 2 }}>
          <Title>{title}</Title>
          {under ? <Small ink="inkSoft">{under}</Small> : null}
        </View>
        {right}
      </View>
      {children}
    </View>
  );
}

/**
 * Head, scrolling middle, and a foot that stays under the thumb. On a wide screen the foot is that of the column.
 * Another `page` starts at the top again.
 */
export function Screen({
  head,
  foot,
  children,
  testID,
  page = '',
}: {
  head: ReactNode;
  foot?: ReactNode;
  children: ReactNode;
  testID?: string;
  page?: string;
}) {
  const tokens = useTokens();
  return (
    <View style={{ flex: 1, backgroundColor: tokens.paper }} testID={testID}>
      {head}
      <ScrollView
        key={page}
        {...useLandmark('main')}
        tabIndex={0}
        style={{ flex: 1 }}
        contentContainerStyle={{ padding: space.l, paddingBottom: space.xl * 2, gap: space.m }}
        keyboardShouldPersistTaps="handled"
      >
        {children}
      </ScrollView>
      {foot}
    </View>
  );
}

/**
 * One filled button, one outlined companion at its left; over them a line about what they do, where it needs saying.
 * @param means what the buttons do, where a clock or another phone changes it; null while there is nothing to press
 */
export function ThumbBar({ children, over, means = null }: { children: ReactNode; over?: ReactNode; means?: string | null }) {
  const tokens = useTokens();
  return (
    <View
      {...useLandmark('contentinfo')}
      style={{
        gap: space.xs,
        paddingHorizontal: space.l,
        paddingVertical: over ? space.s : space.m,
        borderTopWidth: line.firm,
        borderTopColor: tokens.ink,
        backgroundColor: tokens.paper,
      }}
    >
      {over}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Meant means={means}>{children}</Meant>
      </View>
    </View>
  );
}

/** A titled part of a screen, parted by a rule. */
export function Part({
  title,
  children,
  first = false,
  style,
  testID,
}: {
  title?: ReactNode;
  children: ReactNode;
  first?: boolean;
  style?: object;
  testID?: string;
}) {
  const tokens = useTokens();
  return (
    <View
      testID={testID}
      style={{ gap: space.s, ...(first ? {} : { borderTopWidth: line.thin, borderTopColor: tokens.rule, paddingTop: space.m }), ...style }}
    >
      {title}
      {children}
    </View>
  );
}

/** A screen whose middle is a long list: only what is near the window is drawn. */
export function LongScreen<T>({
  head,
  foot,
  top,
  bottom,
  rows,
  keyOf,
  draw,
  onEnd,
  testID,
  page = '',
}: {
  head: ReactNode;
  foot?: ReactNode;
  top: ReactElement;
  bottom?: ReactElement;
  rows: readonly T[];
  keyOf: (row: T) => string;
  draw: (row: T) => ReactElement;
  /** The end of what is there comes near. */
  onEnd?: () => void;
  testID?: string;
  /** Another one starts at the top again. */
  page?: string;
}) {
  const tokens = useTokens();
  return (
    <View style={{ flex: 1, backgroundColor: tokens.paper }} testID={testID}>
      {head}
      <FlatList
        key={page}
        {...useLandmark('main')}
        tabIndex={0}
        style={{ flex: 1 }}
        contentContainerStyle={{ padding: space.l, paddingBottom: space.xl * 2 }}
        data={rows}
        keyExtractor={keyOf}
        renderItem={({ item }) => draw(item)}
        ListHeaderComponent={top}
        ListFooterComponent={bottom ? <View style={{ paddingTop: space.xl }}>{bottom}</View> : null}
        {...(onEnd ? { onEndReached: onEnd } : {})}
        onEndReachedThreshold={1}
        initialNumToRender={12}
        windowSize={7}
        keyboardShouldPersistTaps="handled"
      />
      {foot}
    </View>
  );
}
