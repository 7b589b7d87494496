import { entryWords } from '@elm-mist/core';
import { Pressable, View } from 'react-native';
import { dismissRefused, useOutbox } from '@/data';
import { Banner, Strong, target } from '@/ui';

/** The server is away: the clocks go on, entries are kept here. And what the server would not take. */
export function AwayBanner() {
  const { away, waiting, refused } = useOutbox();
  return (
    <View>
      {away && waiting.length > 0 ? (
        <Banner tone="wait">{`No server. ${waiting.length} ${waiting.length === 1 ? 'entry is' : 'entries are'} kept on this device and will be sent when it is back. Clocks go on.`}</Banner>
      ) : null}
      {refused.map(({ event, message }) => (
        <Banner
          key={event.id}
          tone="stop"
          right={
            <Pressable
              role="button"
              onPress={() => void dismissRefused(event.id)}
              style={{ minHeight: target.usual, justifyContent: 'center', paddingHorizontal: 8 }}
            >
              <Strong ink="brick">Put aside</Strong>
            </Pressable>
          }
        >
          {`The server did not take ${entryWords(event, { hand: {}, parts: [] })}: ${message}`}
        </Banner>
      ))}
    </View>
  );
}
