import { useState } from 'react';
import { dropPin, forgetMe, tryPin, useMe } from '@/data';
import { Act, Banner, Body, Companion, Field, Part, Screen, ScreenHead, ThumbBar } from '@/ui';

/** A device that was left alone: its PIN opens it, with no signal too. Clocks and alarms go on behind it. */
export function LockScreen() {
  const { person } = useMe();
  const [pin, setPin] = useState('');
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const anew = async () => {
    await forgetMe();
    dropPin();
  };
  const go = async () => {
    setBusy(true);
    // What weighs a PIN is fetched with the page's other files; a device that was cut off in the middle of that has it not yet.
    const left = await tryPin(pin).catch(() => undefined);
    setBusy(false);
    if (left === undefined) return setTrouble('This device has not kept the whole page yet. Unlock it where it reaches the server.');
    setPin('');
    if (left === 0) await anew();
    else if (left !== null) setTrouble(`That is not it. ${left} ${left === 1 ? 'try' : 'tries'} left, then you sign in anew.`);
  };
  return (
    <Screen
      testID="lock"
      head={<ScreenHead title="Locked" under={person ? person.name : ''} />}
      foot={
        <ThumbBar>
          <Companion title="Sign in anew" onPress={() => void anew()} testID="lock-anew" />
          <Act title="Unlock" onPress={() => void go()} busy={busy} testID="lock-go" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Part first>
        <Field label="PIN" value={pin} onChange={setPin} keyboard="number-pad" secret onEnter={() => void go()} testID="lock-pin" />
        <Body ink="inkSoft">Foam clocks and alarms go on. What waits to be sent stays on this device.</Body>
      </Part>
    </Screen>
  );
}
