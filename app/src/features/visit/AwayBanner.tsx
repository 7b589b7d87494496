import { entryWords } from '@elm-mist/core';
import { router, usePathname } from 'expo-router';
import { useEffect } from 'react';
import { Pressable, View } from 'react-native';
import { dismissRefused, putLeftAside, useDeviceTrouble, useLeftBehind, useOutbox } from '@/data';
import { Banner, Strong, target } from '@/ui';

function Words({ title, onPress }: { title: string; onPress: () => void }) {
  return (
    <Pressable role="button" onPress={onPress} style={{ minHeight: target.usual, justifyContent: 'center', paddingHorizontal: 8 }}>
      <Strong ink="brick">{title}</Strong>
    </Pressable>
  );
}

/** What was pressed on a screen that was left since, and came to nothing: until that screen is opened again. */
function LeftBehind() {
  const left = useLeftBehind();
  const path = usePathname();
  useEffect(() => {
    if (left?.href.split('?')[0] === path) putLeftAside();
  }, [left, path]);
  if (!left) return null;
  return (
    <Banner
      tone="stop"
      right={
        <View>
          <Words title="Open it" onPress={() => router.push(left.href)} />
          <Words title="Put aside" onPress={putLeftAside} />
        </View>
      }
    >
      {`Not saved, on the screen you left: ${left.why}`}
    </Banner>
  );
}

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
      <LeftBehind />
      {refused.map((row) => (
        <Banner key={row.id} tone="stop" right={<Words title="Put aside" onPress={() => void dismissRefused(row.id)} />}>
          {`The server did not take ${row.kind === 'make' ? row.make.what : entryWords(row.event, { hand: {}, parts: [] })}: ${row.message}`}
        </Banner>
      ))}
    </View>
  );
}
