import type { CustomerDetail, ErasedRecord } from '@elm-mist/contract';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { askMe, customerDataAddress, RefusedError, useErase } from '@/data';
import { Banner, Body, Companion, Field, Heading, Part, Small, space } from '@/ui';
import { ServerFile } from '../shared/ServerFile';

const counted = ({ places, systems, visits, pictures }: ErasedRecord): string =>
  `${places} ${places === 1 ? 'place' : 'places'}, ${systems} ${systems === 1 ? 'system' : 'systems'}, words of ${visits} ${visits === 1 ? 'visit' : 'visits'}, ${pictures} ${pictures === 1 ? 'picture' : 'pictures'}`;

/** What is kept of a customer: out as one file when they ask for it, and erased. */
export function TheirData({ detail: { customer } }: { detail: CustomerDetail }) {
  const { id, name } = customer;
  const erase = useErase();
  const [asked, setAsked] = useState(false);
  const [typed, setTyped] = useState('');
  const [trouble, setTrouble] = useState('');
  const [gone, setGone] = useState<ErasedRecord | null>(null);
  const go = async () => {
    setTrouble('');
    try {
      const erased = await erase.mutateAsync({ id, name: typed });
      // What this device keeps of them goes too, half typed or read.
      await askMe();
      setGone(erased);
    } catch (error) {
      setTrouble(error instanceof RefusedError ? Object.values(error.fields).join(' ') : 'The server is away: nobody was erased.');
    }
  };
  if (gone)
    return (
      <Part title={<Heading>Erased</Heading>} testID="erased">
        <Body>{`${counted(gone)}.`}</Body>
        <Companion title="To the places" onPress={() => router.replace('/places')} />
      </Part>
    );
  return (
    <Part title={<Heading>Their data</Heading>} testID="their-data">
      <ServerFile title="Save all that is kept of them, ZIP" address={customerDataAddress(id)} testID="their-file" />
      {asked ? (
        <View style={{ gap: space.s }}>
          <Body>
            Name, phone, addresses, notes, signatures, pictures, meter and agreements go, and cannot be had back. What stays tells of
            nobody: kinds of coils, grades, times, and what was taken from the shelf.
          </Body>
          <Small ink="inkSoft">
            Backups of before hold them until they are thinned out, a year at most; phones that opened them, until they next reach the
            server. A record that was handed over no longer holds against the data.
          </Small>
          {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
          <Field label={`Type “${name}” to erase them`} value={typed} onChange={setTyped} testID="erase-name" />
          <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
            <Companion title="Leave them" onPress={() => setAsked(false)} />
            <Companion title="Erase them" danger onPress={() => void go()} busy={erase.isPending} testID="erase-go" />
          </View>
        </View>
      ) : (
        <Companion title="Erase them…" danger onPress={() => setAsked(true)} testID="erase-ask" />
      )}
    </Part>
  );
}
