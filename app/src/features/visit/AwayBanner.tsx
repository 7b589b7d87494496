import { entryWords } from '@elm-mist/core/run';
import { router, usePathname } from 'expo-router';
import { useEffect } from 'react';
import { Pressable, View } from 'react-native';
import {
  dismissRefused,
  putLeftAside,
  retryRefused,
  useDeviceTrouble,
  useLeftBehind,
  useOutbox,
  type OutboxState,
  type Waiting,
} from '@/data';
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

/** What something that waits is called. */
const nameOf = (row: Waiting): string => (row.kind === 'make' ? row.make.what : entryWords(row.event, { hand: {}, parts: [] }));

const entries = (count: number): string => (count === 1 ? '1 entry is' : `${count} entries are`);

/** What this device does not keep, and what to do about it. */
function NotKept() {
  const { unsaved } = useOutbox();
  const trouble = useDeviceTrouble();
  if (!trouble) return null;
  const why = trouble === 'full' ? 'This device is full.' : 'This browser keeps nothing on the device, as in a private window.';
  const what =
    unsaved > 0
      ? `${entries(unsaved)} in this page only. Keep the page open until the server has ${unsaved === 1 ? 'it' : 'them'}`
      : 'New entries stay in this page only. Keep the page open until the server has them';
  return <Banner tone="stop">{`${why} ${what}${trouble === 'full' ? ', and free some space.' : '.'}`}</Banner>;
}

/** What the server would not take: the first of it by name, so that many leave room for the work. */
function Refused({ rows }: { rows: OutboxState['refused'] }) {
  const [first] = rows;
  if (!first) return null;
  const more = rows.length - 1;
  return (
    <Banner
      tone="stop"
      right={
        <View>
          <Words title="Try again" onPress={() => void retryRefused(rows.map(({ id }) => id))} />
          <Words title="Put aside" onPress={() => void dismissRefused(first.id)} />
        </View>
      }
    >
      {`The server did not take ${nameOf(first)}: ${first.message}${more > 0 ? ` ${more} more ${more === 1 ? 'waits' : 'wait'} behind it.` : ''}`}
    </Banner>
  );
}

/** What waits on this device, what it does not keep, and what the server would not take. */
export function AwayBanner() {
  const { away, waiting, makes, refused, stuck, others, unsaved } = useOutbox();
  const kept = waiting.length + makes.length - others - unsaved;
  return (
    <View>
      <NotKept />
      {away && kept > 0 ? (
        <Banner tone="wait">{`No server. ${entries(kept)} kept on this device and will be sent when it is back. Clocks go on.`}</Banner>
      ) : null}
      {others > 0 ? (
        <Banner tone="wait">{`${others} ${others === 1 ? 'entry' : 'entries'} of somebody else ${others === 1 ? 'waits' : 'wait'} on this device until they sign in here again.`}</Banner>
      ) : null}
      <LeftBehind />
      {stuck.map(({ row, tries }) => (
        <Banner key={row.id} tone="stop">
          {`The server failed ${tries} times on ${nameOf(row)}. It is kept here and tried again; ${row.kind === 'make' ? 'what belongs to it waits' : 'the rest of its visit waits'}. Tell the owner: More, Upkeep lists the failure.`}
        </Banner>
      ))}
      <Refused rows={refused} />
    </View>
  );
}
