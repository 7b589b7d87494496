import { stampIn } from '@elm-mist/core/clock';
import { noticeWords } from '@elm-mist/core/people';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { devicesQuery, noticesQuery, shopZone, useSignOutDevice } from '@/data';
import { Banner, Companion, Heading, Part, Row, Screen, ScreenHead, Small, space, Strong, ThumbBar, Trouble, Waiting } from '@/ui';

/** The devices that somebody is signed in on. */
export function DevicesScreen() {
  const answer = useQuery(devicesQuery);
  const notices = useQuery(noticesQuery).data;
  const out = useSignOutDevice();
  const [trouble, setTrouble] = useState('');
  return (
    <Screen
      testID="devices"
      head={<ScreenHead title="Your devices" under="Where you are signed in" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.navigate('/more')} grow />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {!answer.data ? (
        answer.isError ? (
          <Trouble what="Your devices could not be read" kept="They stay signed in." retry={() => void answer.refetch()} />
        ) : (
          <Waiting what="your devices" />
        )
      ) : (
        <Part first>
          {answer.data.map(({ id, device, since, lastAt, here }) => (
            <View key={id} style={{ gap: space.xs }}>
              <Row label={device}>
                {here ? (
                  <Strong>this one</Strong>
                ) : (
                  <Companion
                    title="Sign it out"
                    danger
                    onPress={() => out.mutate(id, { onError: () => setTrouble('The server is away: it is signed in still.') })}
                    testID={`device-out-${id}`}
                  />
                )}
              </Row>
              <Small ink="inkSoft">{`Since ${stampIn(shopZone(), since)}, last used ${stampIn(shopZone(), lastAt)}`}</Small>
            </View>
          ))}
          <Small ink="inkSoft">
            A phone that was lost shows nothing more as soon as it reaches the server. One that is not used for 30 days is signed out by
            itself.
          </Small>
        </Part>
      )}
      {notices && notices.length > 0 ? (
        <Part title={<Heading>What changed</Heading>} testID="notices">
          {notices.map(({ id, at, what, by, device }) => (
            <Small key={id}>{`${stampIn(shopZone(), at)}: ${noticeWords(what, { by, device })}`}</Small>
          ))}
        </Part>
      ) : null}
    </Screen>
  );
}
