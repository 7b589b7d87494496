import { Pressable, View } from 'react-native';
import { dismissRefused, useOutbox } from '@/data';
import { Banner, Strong, target } from '@/ui';

const EVENT_WORDS: Record<string, string> = {
  'section.applied': 'foam on a section',
  'section.rinsed': 'a section rinsed',
  'section.checked': 'a torch check',
  'gate.step': 'a safety step',
  'plan.made': 'a plan',
  'mix.made': 'a mix',
  'coil.surveyed': 'a survey',
  'visit.closed': 'closing the visit',
};

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
          {`The server did not take ${EVENT_WORDS[event.kind] ?? 'an entry'}: ${message}`}
        </Banner>
      ))}
    </View>
  );
}
