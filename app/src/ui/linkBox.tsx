import { Link } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, type ViewStyle } from 'react-native';

/** A box that leads somewhere: a true link, so that Enter, a middle click and "copy address" work as they do everywhere. */
export function LinkBox({
  href,
  children,
  style,
  label,
  current,
  testID,
}: {
  href: string;
  children: ReactNode;
  style: ViewStyle;
  /** Only where the words inside do not say it. */
  label?: string;
  current?: 'page' | 'step' | undefined;
  testID?: string | undefined;
}) {
  return (
    <Link href={href} asChild>
      <Pressable
        style={style}
        testID={testID}
        {...(label ? { 'aria-label': label } : {})}
        {...(current ? { 'aria-current': current } : {})}
      >
        {children}
      </Pressable>
    </Link>
  );
}
