import Text from '@rneui/themed/dist/Text';
import { memo, type ReactNode } from 'react';
import type { TextStyle } from 'react-native';
import { keepTogether } from './keepTogether';
import { font, measure, type Tokens } from './tokens';
import { useTokens } from './theme';

export type InkName = 'ink' | 'inkSoft' | 'elm' | 'mist' | 'amberInk' | 'brick' | 'onElm';

interface Props {
  children: ReactNode;
  ink?: InkName;
  style?: TextStyle;
  testID?: string;
  /** Read out at once when it changes. */
  live?: boolean;
}

/** Words and figures as one text, in which no figure is parted from its unit; what holds more than words is drawn as it is. */
function joined(children: ReactNode): ReactNode {
  if (typeof children === 'string') return keepTogether(children);
  // What is left out is not drawn, and parts no words.
  const given = Array.isArray(children) ? (children as ReactNode[]) : [];
  const pieces = given.filter((piece) => piece !== null && piece !== undefined && typeof piece !== 'boolean');
  return pieces.length > 0 && pieces.every((piece) => typeof piece === 'string' || typeof piece === 'number')
    ? keepTogether(pieces.join(''))
    : children;
}

/** Words that stay as they are cost nothing when what is around them is drawn again. */
const make = (base: TextStyle, role?: 'heading', level?: number) =>
  memo(function Piece({ children, ink = 'ink', style, testID, live }: Props) {
    const tokens: Tokens = useTokens();
    return (
      <Text
        style={{ ...base, color: tokens[ink], ...style }}
        {...(role ? { role, 'aria-level': level } : {})}
        {...(testID ? { testID } : {})}
        {...(live ? { 'aria-live': 'polite' as const } : {})}
      >
        {joined(children)}
      </Text>
    );
  });

export const Title = make({ fontFamily: font.bold, fontSize: 22, lineHeight: 28 }, 'heading', 1);
export const Heading = make({ fontFamily: font.bold, fontSize: 17, lineHeight: 23 }, 'heading', 2);
export const Big = make({ fontFamily: font.bold, fontSize: 25, lineHeight: 30, maxWidth: measure }, 'heading', 2);
export const Body = make({ fontFamily: font.text, fontSize: 16, lineHeight: 22.4, maxWidth: measure });
export const Strong = make({ fontFamily: font.bold, fontSize: 16, lineHeight: 22.4 });
export const Small = make({ fontFamily: font.text, fontSize: 14, lineHeight: 19 });
/** Words over or under a number. */
export const Label = make({ fontFamily: font.figure, fontSize: 14, lineHeight: 18 });
/** A number in a table or a row. */
export const Figure = make({ fontFamily: font.figure, fontSize: 18, lineHeight: 22 });
export const Gauge = make({ fontFamily: font.figure, fontSize: 28, lineHeight: 32 });
export const Clock = make({ fontFamily: font.figure, fontSize: 40, lineHeight: 44, fontVariant: ['tabular-nums'] });
