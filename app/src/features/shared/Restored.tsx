import { Banner, Companion } from '@/ui';

/** A form that begins with what was typed before says so, and can begin with what is kept instead. */
export function Restored({ shown, onAnew }: { shown: boolean; onAnew: () => void }) {
  if (!shown) return null;
  return (
    <Banner tone="wait" right={<Companion title="Start anew" onPress={onAnew} />}>
      Typed before, and not saved yet.
    </Banner>
  );
}
