import { router } from 'expo-router';
import { useState } from 'react';
import { dropPin, hasPin, PIN_DIGITS, setPin, useMe } from '@/data';
import { Act, Body, Companion, Field, Part, Screen, ScreenHead, Small, ThumbBar } from '@/ui';

const { least, most } = PIN_DIGITS;
const GOOD = new RegExp(`^\\d{${least},${most}}$`);

/** A PIN for this device. */
export function PinScreen() {
  const { person } = useMe();
  const [pin, write] = useState('');
  const [again, writeAgain] = useState('');
  const [trouble, setTrouble] = useState<{ pin?: string; again?: string }>({});
  const [busy, setBusy] = useState(false);
  if (!person) return null;
  const leave = () => router.navigate('/more');
  const keep = async () => {
    if (!GOOD.test(pin)) return setTrouble({ pin: `${least} to ${most} digits.` });
    if (pin !== again) return setTrouble({ again: 'The two are not the same.' });
    setBusy(true);
    const pressedOn = location.pathname;
    await setPin(person.id, pin);
    if (location.pathname === pressedOn) leave();
  };
  const without = () => {
    dropPin();
    leave();
  };
  return (
    <Screen
      testID="pin"
      head={<ScreenHead title="PIN of this device" under="Opens it with no signal" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={leave} />
          <Act title="Keep the PIN" onPress={() => void keep()} busy={busy} testID="pin-keep" />
        </ThumbBar>
      }
    >
      <Part first>
        <Field label="PIN" value={pin} onChange={write} error={trouble.pin} keyboard="number-pad" secret testID="pin-new" />
        <Field
          label="Once more"
          value={again}
          onChange={writeAgain}
          error={trouble.again}
          keyboard="number-pad"
          secret
          testID="pin-again"
        />
        <Body>The device locks when it is opened, and when it was left alone for 5 minutes. Five wrong tries, and you sign in anew.</Body>
        <Small ink="inkSoft">It keeps out a look in passing. Against a thief set the phone’s own lock too, and sign a lost one out.</Small>
        {hasPin(person.id) ? <Companion title="Do without a PIN" onPress={without} testID="pin-drop" /> : null}
      </Part>
    </Screen>
  );
}
