import { router } from 'expo-router';
import { useState } from 'react';
import { changePassword, signOut } from '@/data';
import { Act, Banner, Body, Companion, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';
import { PasswordField } from './PasswordField';
import { useTrying } from './useTrying';

/** A password of one's own. @param first whoever came with a code chooses one before anything else */
export function PasswordScreen({ first = false }: { first?: boolean }) {
  const [was, setWas] = useState('');
  const [password, setPassword] = useState('');
  const { busy, trouble, run } = useTrying('The server is away: the password was not changed.');
  const send = () =>
    run(async () => {
      const pressedOn = location.pathname;
      await changePassword({ was, password });
      if (!first && location.pathname === pressedOn) router.navigate('/more');
    });
  return (
    <Screen
      testID="password"
      head={<ScreenHead title="Your password" under={first ? 'The code was for coming in once' : 'Other devices are signed out by it'} />}
      foot={
        <ThumbBar>
          <Companion title={first ? 'Sign out' : 'Back'} onPress={() => (first ? void signOut() : router.navigate('/more'))} />
          <Act title="Keep the password" onPress={() => void send()} busy={busy} testID="password-keep" />
        </ThumbBar>
      }
    >
      {trouble['rest'] ? <Banner tone="stop">{trouble['rest']}</Banner> : null}
      <Part first>
        {first ? <Body>Choose a password of your own: nobody else knows it, and the code is good no more.</Body> : null}
        <PasswordField
          label={first ? 'The code' : 'The password of now'}
          value={was}
          onChange={setWas}
          error={trouble['was']}
          testID="password-was"
        />
        <PasswordField
          label="The new password"
          value={password}
          onChange={setPassword}
          error={trouble['password']}
          fresh
          onEnter={() => void send()}
          testID="password-new"
        />
        <Small ink="inkSoft">A browser or a key ring that keeps passwords may fill it in.</Small>
      </Part>
    </Screen>
  );
}
