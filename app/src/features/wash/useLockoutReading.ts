import { useVisit } from '@/data';
import type { PowerSource } from '@elm-mist/core/equipment';
import { lockoutOf, lockoutStepDue, readingPasses, readsEachCircuit, worstReading, type LockoutStep } from '@elm-mist/core/run';
import { readFigure } from '@elm-mist/core/units';
import { useState } from 'react';

/** The lockout of one power source: the step that is due, and what is typed for it, circuit by circuit. */
export function useLockoutReading(source: PowerSource) {
  const { state, detail, record } = useVisit();
  const [text, setText] = useState('');
  /** Readings of the circuits before the one that is typed now, V. */
  const [circuits, setCircuits] = useState<number[]>([]);
  const [error, setError] = useState<string | undefined>();
  const own = lockoutOf(state, detail.system.configuration, source);
  const { circuits: asked } = own;
  const current = state.closed ? undefined : lockoutStepDue(state, detail.system.configuration, source);
  const clear = () => {
    setText('');
    setCircuits([]);
    setError(undefined);
  };
  const take = (step: LockoutStep, readings: readonly number[]) => {
    clear();
    record({
      kind: 'gate.step',
      data: {
        source,
        step,
        volts: readings.length > 0 ? worstReading(step, readings) : null,
        ...(readings.length > 1 ? { readings: [...readings] } : {}),
      },
    });
  };
  const shut = (step: LockoutStep) => {
    clear();
    record({ kind: 'gate.step', data: { source, step, volts: null, shut: true } });
  };
  /** What is typed, as volts; null with the error set when it is none. */
  const volts = (): number | null => {
    const read = readFigure(text);
    if (read >= 0 && read <= 1000) return read;
    setError('Type the reading in volts, 0 to 1000.');
    return null;
  };
  const read = (step: LockoutStep) => {
    if (text === '' && circuits.length >= asked) {
      take(step, circuits);
      return;
    }
    const last = volts();
    if (last === null) return;
    const all = [...circuits, last];
    // A reading that is not dead is taken at once; else every circuit is read first.
    if (readsEachCircuit(step, source) && all.length < asked && readingPasses(step, last)) {
      setText('');
      setError(undefined);
      setCircuits(all);
    } else take(step, all);
  };
  const another = () => {
    const last = volts();
    if (last === null) return;
    setText('');
    setError(undefined);
    setCircuits([...circuits, last]);
  };
  return { source, own, current, text, setText, circuits, error, take, shut, read, another };
}

export type LockoutReading = ReturnType<typeof useLockoutReading>;
