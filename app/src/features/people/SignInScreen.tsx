import type { MeRecord } from '@elm-mist/contract';
import { ROLE_FACTS } from '@elm-mist/core/people';
import { useState } from 'react';
import { View } from 'react-native';
import { readText, writeDevice } from '@/device/memory';
import { backToDemo, RefusedError, signIn, signInDemo, signInFirst, useOutbox } from '@/data';
import { Act, Banner, Body, Companion, Field, Heading, Part, Screen, ScreenHead, Small, space, ThumbBar } from '@/ui';
import { PasswordField } from './PasswordField';
import { useTrying } from './useTrying';

const NAME = 'signed-in.name';

const AWAY = 'The server is away. Try again when it is back.';

/** Signing in: one press in the demo, name and password in a shop of one's own, the first owner's password in a new one. */
export function SignInScreen({ me }: { me: MeRecord }) {
  const [byName, setByName] = useState(false);
  if (me.ways === 'first') return <FirstOwner me={me} />;
  if (me.ways === 'demo' && !byName) return <DemoPeople me={me} onName={() => setByName(true)} />;
  return <ByName me={me} onBack={me.ways === 'demo' ? () => setByName(false) : null} />;
}

/** What waits on this device is told, so that nobody thinks it lost. */
function KeptHere() {
  const { waiting, makes, others } = useOutbox();
  const kept = waiting.length + makes.length;
  if (kept === 0) return null;
  const [entries, go] = kept === 1 ? ['entry is', 'goes'] : ['entries are', 'go'];
  return (
    <Banner tone="wait">
      {`${kept} ${entries} kept on this device, and ${go} to the server when ${others > 0 ? 'who entered them' : 'you'} sign${others > 0 ? 's' : ''} in.`}
    </Banner>
  );
}

function DemoPeople({ me: { people, shopName }, onName }: { me: MeRecord; onName: () => void }) {
  const { busy, trouble, run: enter } = useTrying(AWAY);
  return (
    <Screen
      testID="sign-in"
      head={<ScreenHead title={shopName || 'The demo'} under="The demo shop: come in as one of its people" />}
      foot={
        <ThumbBar>
          <Companion title="With name and password" onPress={onName} grow testID="sign-in-by-name" />
        </ThumbBar>
      }
    >
      <KeptHere />
      {trouble['rest'] || trouble['id'] ? <Banner tone="stop">{trouble['rest'] ?? trouble['id']}</Banner> : null}
      <Part first>
        <Body>One press, and no password: this is the demo, and nothing in it is anybody’s. A shop of your own asks for a password.</Body>
        {people.map(({ id, name, role }, i) => {
          const Press = i === 0 ? Act : Companion;
          return (
            <View key={id} style={{ gap: space.xs }}>
              <Press
                title={`${name}, ${ROLE_FACTS[role].name.toLowerCase()}`}
                onPress={() => void enter(() => signInDemo(id))}
                busy={busy}
                wet
                testID={`enter-${id}`}
              />
              <Small ink="inkSoft">{ROLE_FACTS[role].does}.</Small>
            </View>
          );
        })}
      </Part>
    </Screen>
  );
}

function ByName({ me: { shopName }, onBack }: { me: MeRecord; onBack: (() => void) | null }) {
  const { busy, trouble, run: enter } = useTrying(AWAY);
  const [name, setName] = useState(() => readText(NAME) ?? '');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  // Asked for once the password was right, and from then on shown.
  const [second, setSecond] = useState(false);
  const go = () =>
    void enter(async () => {
      try {
        await signIn({ name: name.trim(), password, code: code.trim() });
      } catch (error) {
        if (error instanceof RefusedError && error.fields['code']) setSecond(true);
        throw error;
      }
      writeDevice(NAME, name.trim());
    });
  return (
    <Screen
      testID="sign-in"
      head={<ScreenHead title={shopName || 'Elm Mist'} under="Sign in" />}
      foot={
        <ThumbBar>
          {onBack ? <Companion title="Back" onPress={onBack} /> : null}
          <Act title="Sign in" onPress={go} busy={busy} testID="sign-in-go" />
        </ThumbBar>
      }
    >
      <KeptHere />
      {trouble['rest'] ? <Banner tone="stop">{trouble['rest']}</Banner> : null}
      <Part first>
        <Field label="Name" value={name} onChange={setName} error={trouble['name']} fills="username" testID="sign-in-name" />
        <PasswordField
          label="Password, or the code you were given"
          value={password}
          onChange={setPassword}
          error={trouble['password']}
          onEnter={go}
          testID="sign-in-password"
        />
        {second ? (
          <Field
            label="Code of your app, or a spare one"
            value={code}
            onChange={setCode}
            error={trouble['code']}
            fills="one-time-code"
            onEnter={go}
            testID="sign-in-code"
          />
        ) : null}
        <Small ink="inkSoft">Forgotten? The owner gives you a new code under More, People.</Small>
      </Part>
    </Screen>
  );
}

function FirstOwner({ me: { besideDemo } }: { me: MeRecord }) {
  const { busy, trouble, run: enter } = useTrying(AWAY);
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const go = () => void enter(() => signInFirst({ name: name.trim(), password }));
  return (
    <Screen
      testID="first-owner"
      head={<ScreenHead title="A shop of your own" under="First, its owner" />}
      foot={
        <ThumbBar>
          {besideDemo ? <Companion title="Back to the demo" onPress={() => void enter(backToDemo)} testID="back-to-demo" /> : null}
          <Act title="Open the shop" onPress={go} busy={busy} testID="first-go" />
        </ThumbBar>
      }
    >
      {trouble['rest'] ? <Banner tone="stop">{trouble['rest']}</Banner> : null}
      <Part first title={<Heading>Who owns it</Heading>}>
        <Body>Whoever opens it first is its owner, and lets the others in under More, People. Nobody gets in without a password.</Body>
        <Field label="Your name" value={name} onChange={setName} error={trouble['name']} fills="username" testID="first-name" />
        <PasswordField
          label="A password"
          value={password}
          onChange={setPassword}
          error={trouble['password']}
          fresh
          onEnter={go}
          testID="first-password"
        />
        <Small ink="inkSoft">Write it down where only you look: without an owner nobody can give you another.</Small>
      </Part>
    </Screen>
  );
}
