import type { ReactNode } from 'react';
import { View } from 'react-native';
import { AtEnd } from './atEnd';
import { Sign } from './icon';
import { LinkBox } from './linkBox';
import { Body, Small, Strong } from './text';
import { useTokens } from './theme';
import { line, space, target } from './tokens';

/** Label at the left, value at the right, a rule under it. */
export function Row({ label, value, children }: { label: string; value?: string; children?: ReactNode }) {
  const tokens = useTokens();
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        justifyContent: 'space-between',
        gap: space.m,
        minHeight: 44,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.rule,
        paddingVertical: space.xs,
      }}
    >
      <Body style={{ flexShrink: 1 }}>{label}</Body>
      {children ? <AtEnd value>{children}</AtEnd> : <Strong style={{ flexShrink: 0, maxWidth: '62%', textAlign: 'right' }}>{value}</Strong>}
    </View>
  );
}

/** A row that leads somewhere. */
export function LinkRow({
  title,
  under,
  right,
  href,
  current = false,
  testID,
}: {
  title: string;
  under?: string | undefined;
  right?: string | undefined;
  href: string;
  current?: boolean;
  testID?: string;
}) {
  const tokens = useTokens();
  return (
    <LinkBox
      href={href}
      testID={testID}
      current={current ? 'page' : undefined}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.s,
        minHeight: target.wet,
        paddingVertical: space.s,
        borderBottomWidth: line.thin,
        borderBottomColor: tokens.rule,
        backgroundColor: current ? tokens.elmWash : 'transparent',
      }}
    >
      <View style={{ flex: 1, gap: 2 }}>
        <Strong>{title}</Strong>
        {under ? <Small ink="inkSoft">{under}</Small> : null}
      </View>
      {right ? <Small ink="ink">{right}</Small> : null}
      <Sign name="forward" ink="inkSoft" />
    </LinkBox>
  );
}
