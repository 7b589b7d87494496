import type { ReactNode } from 'react';
import { askMe, useMe } from '@/data';
import { Screen, ScreenHead, Trouble, Waiting } from '@/ui';
import { PasswordScreen } from './PasswordScreen';
import { SignInScreen } from './SignInScreen';

/** Nothing of the shop is drawn before somebody is signed in. A phone that was signed in goes on with no signal. */
export function SignInGate({ children }: { children: ReactNode }) {
  const { person, me, away } = useMe();
  if (person?.mustChange) return <PasswordScreen first />;
  if (person) return children;
  if (me) return <SignInScreen me={me} />;
  return (
    <Screen head={<ScreenHead title="Elm Mist" />}>
      {away ? (
        <Trouble
          what="The server is away"
          kept="Nobody has signed in on this device yet: that wants the server once."
          retry={() => void askMe()}
        />
      ) : (
        <Waiting what="who you are" />
      )}
    </Screen>
  );
}
