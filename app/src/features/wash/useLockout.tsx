import { Act, Companion } from '@/ui';
import type { PowerSource } from '@elm-mist/core/equipment';
import { LOCKOUT_TABLE, readsEachCircuit } from '@elm-mist/core/run';
import type { ReactNode } from 'react';

import { LockoutCard } from './LockoutCard';
import { useLockoutReading, type LockoutReading } from './useLockoutReading';

/** The lockout of one power source: its list of steps, and the buttons for the step that is due. */
export function useLockout(source: PowerSource): { card: ReactNode; buttons: ReactNode; step: string } {
  const reading = useLockoutReading(source);
  return {
    card: <LockoutCard reading={reading} />,
    buttons: <LockoutButtons reading={reading} />,
    step: `${source} ${reading.current ?? 'shut'}`,
  };
}

function LockoutButtons({ reading: { source, own, current, text, setText, circuits, take, read } }: { reading: LockoutReading }) {
  if (!current) return <Act title="Shut" onPress={() => undefined} disabled wet />;
  const facts = LOCKOUT_TABLE[current];
  if (facts.reads === null)
    return <Act title={`Done: ${facts.name.toLowerCase()}`} onPress={() => take(current, [])} wet testID={`gate-step-${current}`} />;
  return (
    <>
      {facts.reads === 'dead' && text === '' ? (
        <Companion
          title="0 V"
          onPress={() =>
            readsEachCircuit(current, source) && (own.circuits > 1 || source === 'package-unit') ? setText('0') : take(current, [0])
          }
          wet
          testID="gate-zero"
        />
      ) : null}
      <Act
        title={
          text === '' ? (circuits.length >= own.circuits ? `Keep ${circuits.length} readings` : 'Keep the reading') : `It reads ${text} V`
        }
        onPress={() => read(current)}
        wet
        testID="gate-read"
      />
    </>
  );
}
