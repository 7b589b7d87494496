import type { StrengthRecord } from '@elm-mist/contract';
import { PASSWORD_LETTERS } from '@elm-mist/contract';
import { STRENGTH_NAMES } from '@elm-mist/core/people';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { passwordStrength } from '@/data';
import { line, Small, space, useTokens } from '@/ui';

/** Typing is waited for, ms. */
const QUIET_MS = 350;
const BLOCK = { width: 44, height: 12 } as const;

/** How hard a password is to guess that is being typed: four blocks and words. Asked of the server, which has the lists; away, nothing is said. */
export function StrengthLine({ password }: { password: string }) {
  const [told, setTold] = useState<{ of: string; strength: StrengthRecord } | null>(null);
  useEffect(() => {
    if (password.length < PASSWORD_LETTERS.least) return undefined;
    let off = false;
    const timer = setTimeout(() => {
      passwordStrength(password).then(
        (strength) => off || setTold({ of: password, strength }),
        () => undefined,
      );
    }, QUIET_MS);
    return () => {
      off = true;
      clearTimeout(timer);
    };
  }, [password]);
  const tokens = useTokens();
  if (told?.of !== password) return null;
  const { score, enough } = told.strength;
  return (
    <View role="status" style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.s }} testID="strength">
      <View style={{ flexDirection: 'row', gap: space.xs }} aria-hidden>
        {[1, 2, 3, 4].map((step) => (
          <View
            key={step}
            style={{
              ...BLOCK,
              borderWidth: line.thin,
              borderColor: enough ? tokens.elm : tokens.brick,
              backgroundColor: step <= score ? (enough ? tokens.elm : tokens.brick) : 'transparent',
            }}
          />
        ))}
      </View>
      <Small ink={enough ? 'ink' : 'brick'}>{`${STRENGTH_NAMES[score] ?? ''}${enough ? '' : ': not enough'}`}</Small>
    </View>
  );
}
