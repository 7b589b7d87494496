import { stampIn } from '@elm-mist/core/clock';
import { noticeWords } from '@elm-mist/core/people';
import { useState } from 'react';
import { View } from 'react-native';
import { seeNotices, shopZone, useMe } from '@/data';
import { Banner, Companion, space } from '@/ui';

/** What was changed of how one signs in, on another device or by somebody else: told until it was seen. */
export function OwnNotices() {
  const notices = useMe().me?.notices ?? [];
  const [away, setAway] = useState(false);
  if (notices.length === 0) return null;
  const lines = [
    ...notices.map(({ at, what, by, device }) => `${stampIn(shopZone(), at)}: ${noticeWords(what, { by, device })}`),
    'Was that not you? Change your password, or ask the owner for a new code.',
    ...(away ? ['The server is away: it will be told again.'] : []),
  ];
  return (
    <View style={{ gap: space.s, alignItems: 'flex-start' }} testID="own-notices">
      <Banner tone="wait">{lines.join('\n')}</Banner>
      <Companion title="I know" onPress={() => void seeNotices().catch(() => setAway(true))} testID="own-notices-seen" />
    </View>
  );
}
