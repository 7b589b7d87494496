import type { PowerSource } from '@elm-mist/core/equipment';
import { useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Companion, HazardBox, space } from '@/ui';

/** Reporting power back shuts the gate; asked twice, since it stops the work. */
export function PowerBack({ source }: { source: PowerSource }) {
  const { record } = useVisit();
  const [asked, setAsked] = useState(false);
  if (!asked) return <Companion title="Report power back on" onPress={() => setAsked(true)} />;
  return (
    <View style={{ gap: space.s }}>
      <HazardBox lead="Power back shuts the gate.">Nothing may be wetted again before it is isolated and proven dead once more.</HazardBox>
      <Companion title="Power is back on" danger onPress={() => record({ kind: 'power.restored', data: { source } })} />
    </View>
  );
}
