import type { SecondRecord } from '@elm-mist/contract';
import { qrSvg } from '@elm-mist/core/report';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { beginSecond, confirmSecond, endSecond, useMe } from '@/data';
import { Act, Banner, Body, Companion, Drawing, Field, Heading, Part, Screen, ScreenHead, Small, space, Strong, ThumbBar } from '@/ui';
import { PasswordField } from './PasswordField';
import { useTrying } from './useTrying';

const SQUARE = 224;
/** A square is read off white paper, by day and by night. */
const PAPER = '#ffffff';

const inFours = (secret: string): string => secret.replace(/(.{4})(?=.)/g, '$1 ');

/** A second step at sign-in: set up with an app for codes, and taken off. */
export function SecondScreen() {
  const { person } = useMe();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [begun, setBegun] = useState<SecondRecord | null>(null);
  const [spare, setSpare] = useState<string[] | null>(null);
  const { busy, trouble, run } = useTrying('The server is away: nothing was changed.');
  if (!person) return null;
  const begin = () => run(async () => setBegun(await beginSecond(password)));
  const confirm = () =>
    run(async () => {
      setSpare((await confirmSecond(code)).spare);
      setBegun(null);
      setPassword('');
      setCode('');
    });
  const off = () =>
    run(async () => {
      await endSecond(password);
      setPassword('');
    });
  const act = spare ? (
    <Act title="I have them on paper" onPress={() => setSpare(null)} testID="second-done" />
  ) : begun ? (
    <Act title="Set it up" onPress={() => void confirm()} busy={busy} testID="second-confirm" />
  ) : person.second ? (
    <Companion title="Take it off" danger onPress={() => void off()} testID="second-off" />
  ) : (
    <Act title="Begin" onPress={() => void begin()} busy={busy} testID="second-begin" />
  );
  return (
    <Screen
      testID="second"
      head={<ScreenHead title="Second step" under={person.second ? 'Asked for at every sign-in' : 'None: the password alone opens it'} />}
      foot={
        <ThumbBar>
          {spare ? null : <Companion title="Back" onPress={() => (begun ? setBegun(null) : router.navigate('/more'))} />}
          {act}
        </ThumbBar>
      }
    >
      {trouble['rest'] ? <Banner tone="stop">{trouble['rest']}</Banner> : null}
      {spare ? (
        <SpareCodesPart spare={spare} />
      ) : begun ? (
        <BegunPart begun={begun} code={code} setCode={setCode} trouble={trouble['code']} onEnter={() => void confirm()} />
      ) : (
        <Part first>
          <Body>
            {person.second
              ? 'Beside the password a code is asked for that an app on your phone shows. A device that is signed in stays so.'
              : 'Beside the password a code is asked for that an app on your phone shows, another every half minute: who only knows the password does not get in. Any app for codes by time serves, and none of them needs a signal.'}
          </Body>
          <PasswordField
            label="Your password"
            value={password}
            onChange={setPassword}
            error={trouble['password']}
            onEnter={() => void (person.second ? off() : begin())}
            testID="second-password"
          />
          {person.second ? null : (
            <Small ink="inkSoft">Whoever leads or owns the shop should have one: they see and change everything.</Small>
          )}
        </Part>
      )}
    </Screen>
  );
}

function BegunPart({
  begun: { secret, uri },
  code,
  setCode,
  trouble,
  onEnter,
}: {
  begun: SecondRecord;
  code: string;
  setCode: (code: string) => void;
  trouble: string | undefined;
  onEnter: () => void;
}) {
  return (
    <Part first title={<Heading>Show it to the app</Heading>}>
      <Body>Let the app for codes look at the square, or type what stands below it. Then type the code that it shows.</Body>
      <View style={{ alignSelf: 'flex-start', padding: space.s, backgroundColor: PAPER }}>
        <Drawing svg={qrSvg(uri)} size={SQUARE} label="Square for the app: the same as the letters below" />
      </View>
      <Strong testID="second-secret">{inFours(secret)}</Strong>
      <Small ink="inkSoft">Nobody else may see either: whoever has it makes the same codes. It is shown this once.</Small>
      <Field
        label="The code that it shows"
        value={code}
        onChange={setCode}
        error={trouble}
        keyboard="number-pad"
        fills="one-time-code"
        onEnter={onEnter}
        testID="second-code"
      />
    </Part>
  );
}

function SpareCodesPart({ spare }: { spare: readonly string[] }) {
  return (
    <Part first title={<Heading>Eight spare codes</Heading>} testID="second-spare">
      <Body>
        Each serves once in place of the app’s, for the day the phone is gone. Write them down where only you look: they are shown this
        once. Without phone and codes an owner gives you a new code to come in by; an owner who is the only one has nobody to ask.
      </Body>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.l, rowGap: space.xs }}>
        {spare.map((each) => (
          <Strong key={each}>{each}</Strong>
        ))}
      </View>
    </Part>
  );
}
