import { entryWords } from '@elm-mist/core';
import { Pressable, View } from 'react-native';
import { dismissRefused, useDeviceTrouble, useOutbox } from '@/data';
import { Banner, Strong, target } from '@/ui';

/** The server is away: the clocks go on, entries are kept here. And what the server would not take. */
export function AwayBanner() {
  const { away, waiting, makes, refused, others } = useOutbox();
  const trouble = useDeviceTrouble();
  const kept = waiting.length + makes.length;
  return (
    <View>
      {trouble ? (
        <Banner tone="stop">
          {trouble === 'none'
            ? 'This browser keeps nothing here, as in a private window: what is entered is lost with the page unless the server has it.'
            : `This device is full: ${kept > 0 ? 'what waits to be sent' : 'what is entered now'} is in this page only. Leave it open until the server has it, and make room.`}
        </Banner>
      ) : null}
      {away && kept > others ? (
        <Banner tone="wait">{`No server. ${kept - others} ${kept - others === 1 ? 'entry is' : 'entries are'} kept on this device and will be sent when it is back. Clocks go on.`}</Banner>
      ) : null}
      {others > 0 ? (
        <Banner tone="wait">{`${others} ${others === 1 ? 'entry' : 'entries'} of somebody else ${others === 1 ? 'waits' : 'wait'} on this device until they sign in here again.`}</Banner>
      ) : null}
      {refused.map((row) => (
        <Banner
          key={row.id}
          tone="stop"
          right={
            <Pressable
              role="button"
              onPress={() => void dismissRefused(row.id)}
              style={{ minHeight: target.usual, justifyContent: 'center', paddingHorizontal: 8 }}
            >
              <Strong ink="brick">Put aside</Strong>
            </Pressable>
          }
        >
          {`The server did not take ${row.kind === 'make' ? row.make.what : entryWords(row.event, { hand: {}, parts: [] })}: ${row.message}`}
        </Banner>
      ))}
    </View>
  );
}
