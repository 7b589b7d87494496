import { Banner, Companion } from '@/ui';

/** A form that begins with what was typed before says so, and can begin with what is kept instead. */
export function Restored({ shown, onStartOver }: { shown: boolean; onStartOver: () => void }) {
  if (!shown) return null;
  return (
    <Banner tone="wait" right={<Companion title="Start anew" onPress={onStartOver} />}>
      Typed before, and not saved yet.
    </Banner>
  );
}
