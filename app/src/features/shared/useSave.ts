import type { ChangedMeanwhile } from '@elm-mist/contract';
import { useState } from 'react';
import { RefusedError } from '@/data';

const AWAY = 'The server is away. What you typed is still here: try again when it is back.';

/** What is said of a save that failed, for a form that puts nothing beside its fields. */
export const refusedWords = (error: unknown): string =>
  error instanceof RefusedError ? Object.values(error.fields).join(' ') || error.message : AWAY;

/**
 * The one way to save a form: what went wrong, what somebody else changed meanwhile, and going on once it is saved, but only from the screen it was pressed
 * on: whoever went elsewhere while a slow connection took its time stays where they are. That goes by the address, since what a save brings back may
 * draw the form again.
 * @param wordsOf says what went wrong, and may put it beside fields
 */
export function useSave(wordsOf: (error: unknown) => string = refusedWords) {
  const [trouble, setTrouble] = useState('');
  const [meanwhile, setMeanwhile] = useState<ChangedMeanwhile['fields'] | null>(null);
  /** @param send sends it, and forgets the draft @param then goes on */
  const save = async <T>(send: () => Promise<T>, then: (saved: T) => void): Promise<void> => {
    setTrouble('');
    const pressedOn = location.pathname;
    try {
      const saved = await send();
      if (location.pathname === pressedOn) then(saved);
    } catch (error) {
      if (error instanceof RefusedError && error.meanwhile) setMeanwhile(error.meanwhile.fields);
      else setTrouble(wordsOf(error));
    }
  };
  /** Ends the choice between two who changed the same. @param take takes what is there now */
  const settle = (take: (now: Record<string, unknown>) => void): void => {
    if (!meanwhile) return;
    take(Object.fromEntries(Object.entries(meanwhile).map(([field, row]) => [field, row.now])));
    setMeanwhile(null);
  };
  return { trouble, setTrouble, meanwhile, settle, save };
}
