import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { askMe, useLocked, useMe } from '@/data';
import { Screen, ScreenHead, Trouble, Waiting } from '@/ui';
import { LockScreen } from './LockScreen';

// Whoever is signed in already, which is nearly always, waits for none of these.
const PasswordScreen = lazy(async () => ({ default: (await import('./PasswordScreen')).PasswordScreen }));
const SignInScreen = lazy(async () => ({ default: (await import('./SignInScreen')).SignInScreen }));

const Later = ({ children }: { children: ReactNode }) => (
  <Suspense
    fallback={
      <Screen head={<ScreenHead title="Elm Mist" />}>
        <Waiting what="signing in" />
      </Screen>
    }
  >
    {children}
  </Suspense>
);

/** Nothing of the shop is drawn before somebody is signed in. A phone that was signed in goes on with no signal. */
export function SignInGate({ children }: { children: ReactNode }) {
  const { person, me, away } = useMe();
  const locked = useLocked();
  // What was open goes on behind the lock, foam clocks and their alarms with it; a page that opens locked has nothing open yet.
  const [wasOpen, setWasOpen] = useState(false);
  useEffect(() => {
    if (person && !locked) setWasOpen(true);
    if (!person) setWasOpen(false);
  }, [person, locked]);
  if (person?.mustChange)
    return (
      <Later>
        <PasswordScreen first />
      </Later>
    );
  if (person)
    return (
      <>
        {locked && !wasOpen ? null : <View style={{ display: locked ? 'none' : 'contents' }}>{children}</View>}
        {locked ? <LockScreen /> : null}
      </>
    );
  if (me)
    return (
      <Later>
        <SignInScreen me={me} />
      </Later>
    );
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
