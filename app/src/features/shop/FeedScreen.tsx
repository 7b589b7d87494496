import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { feedQuery, RefusedError, useMoveFeed } from '@/data';
import { shopAddress } from '../labels/shopAddress';
import { Act, Banner, Body, Companion, Heading, Part, Screen, ScreenHead, Small, space, Strong, ThumbBar, Trouble, Waiting } from '@/ui';

const leave = () => (router.canGoBack() ? router.back() : router.navigate('/more'));

/** The address under which a calendar program reads the shop's visits; it can be changed, and closed. */
export function FeedScreen() {
  const answer = useQuery(feedQuery);
  const move = useMoveFeed();
  const [trouble, setTrouble] = useState('');
  const [told, setTold] = useState('');
  const path = answer.data?.path ?? null;
  const address = path && shopAddress(path);
  const change = (wanted: boolean) => {
    setTold('');
    move.mutate(wanted, {
      onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.'),
      onSuccess: () => setTrouble(''),
    });
  };
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address ?? '');
      setTold('Copied.');
    } catch {
      setTold('This browser does not let it be copied: mark it by hand.');
    }
  };
  return (
    <Screen
      testID="feed"
      head={<ScreenHead title="Calendar feed" under="Planned visits and what is due, in any calendar program" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={leave} />
          {answer.data ? (
            <Act
              title={path ? 'Change the address' : 'Open the feed'}
              onPress={() => change(true)}
              busy={move.isPending}
              testID="feed-open"
            />
          ) : null}
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {!answer.data ? (
        answer.isError ? (
          <Trouble what="The feed’s address could not be read" kept="Nothing was changed." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="the feed’s address" />
        )
      ) : path ? (
        <Part first title={<Heading>Its address</Heading>}>
          <Strong testID="feed-address">{address ?? ''}</Strong>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s, flexWrap: 'wrap' }}>
            <Companion title="Copy" onPress={() => void copy()} />
            <Companion title="Close the feed" onPress={() => change(false)} busy={move.isPending} testID="feed-close" />
            {told ? <Small ink="inkSoft">{told}</Small> : null}
          </View>
          <Body>Whoever knows the address reads names, addresses and phones in it: give it to the crew alone.</Body>
          <Small ink="inkSoft">Change it when a phone is lost or somebody leaves: the one before then answers nothing more.</Small>
        </Part>
      ) : (
        <Part first title={<Heading>There is no feed</Heading>}>
          <Body>
            Opened, it has an address nobody can guess. A calendar program that is given it shows visits with their hours and what is due
            with nothing planned; it reads, and changes nothing.
          </Body>
        </Part>
      )}
    </Screen>
  );
}
