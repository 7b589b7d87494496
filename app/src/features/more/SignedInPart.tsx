import { ROLE_FACTS } from '@elm-mist/core/people';
import { LICENCE_NAMES } from '@elm-mist/core/shop';
import { useState } from 'react';
import { hasPin, signOut, useMe, useOutbox } from '@/data';
import { Banner, Companion, Heading, LinkRow, Part, Row, Small } from '@/ui';

/** Who is signed in on this device, as what, and the way out. */
export function SignedInPart() {
  const { person, me } = useMe();
  const { waiting, makes } = useOutbox();
  const [trouble, setTrouble] = useState('');
  const [sure, setSure] = useState(false);
  if (!person) return null;
  const kept = waiting.length + makes.length;
  const hasPassword = !(me?.people ?? []).some(({ id }) => id === person.id);
  const leave = () => {
    if (kept > 0 && !sure) setSure(true);
    else void signOut().catch(() => setTrouble('The server is away: this device stays signed in.'));
  };
  return (
    <Part first title={<Heading>Signed in</Heading>} testID="signed-in">
      <Row label={person.name} value={ROLE_FACTS[person.role].name} />
      <Small ink="inkSoft">
        {`Every entry is kept with this name. ${person.licences.length > 0 ? `Licences: ${person.licences.map((id) => LICENCE_NAMES[id].toLowerCase()).join(', ')}.` : 'No licence.'}`}
      </Small>
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {sure && kept > 0 ? (
        <Banner tone="wait">{`${kept} of your entries are not sent yet. They stay on this device, and go when you sign in here again.`}</Banner>
      ) : null}
      <LinkRow
        title="Your devices"
        under="Where you are signed in; a lost one is signed out here"
        href="/shop/devices"
        testID="more-devices"
      />
      <LinkRow
        title="PIN of this device"
        under={hasPin(person.id) ? 'It locks when it is opened, and when it was left alone' : 'None: whoever holds it can use it'}
        href="/shop/pin"
        testID="more-pin"
      />
      {hasPassword ? <LinkRow title="Your password" href="/shop/password" testID="more-password" /> : null}
      {hasPassword ? (
        <LinkRow
          title="Second step at sign-in"
          under={person.second ? 'A code of your app beside the password' : 'None: the password alone opens it'}
          href="/shop/second"
          testID="more-second"
        />
      ) : null}
      <Companion title={sure && kept > 0 ? 'Sign out all the same' : 'Sign out'} onPress={leave} testID="sign-out" />
    </Part>
  );
}
