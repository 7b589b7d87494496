import { MutationCache, type Mutation } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { AwayError, RefusedError } from './api';

/** What was pressed on a screen that was left before the answer came, and came to nothing. */
export interface LeftBehind {
  /** The screen it was pressed on. */
  href: string;
  /** Why not, in whole sentences. */
  why: string;
}

let left: LeftBehind | null = null;
const listeners = new Set<() => void>();
const tell = (next: LeftBehind | null) => {
  left = next;
  for (const listener of listeners) listener();
};

/** The address that is shown; none where there is no page. */
const shown = () => (typeof location === 'undefined' ? '' : location.pathname);
const address = () => (typeof location === 'undefined' ? '' : location.pathname + location.search);

/** Where each was pressed. */
const pressedOn = new WeakMap<Mutation<unknown, unknown, unknown, unknown>, string>();

function why(error: unknown): string {
  if (error instanceof AwayError) return 'the server cannot be reached.';
  if (!(error instanceof RefusedError)) return 'it could not be done.';
  const fields = Object.values(error.fields);
  return fields.length > 0 ? fields.join(' ') : error.message;
}

/** Follows what is written: a screen says itself what went wrong with its own, unless it is not shown any more. */
export const writes = new MutationCache({
  onMutate: (_, mutation) => void pressedOn.set(mutation, address()),
  onError: (error, _values, _result, mutation) => {
    const href = pressedOn.get(mutation);
    if (href === undefined || href.split('?')[0] === shown()) return;
    tell({ href, why: why(error) });
  },
});

/** Forgets it: its screen is opened again, or it is not wanted any more. */
export const putLeftAside = (): void => tell(null);

/** The last of what was left behind and came to nothing. */
export const useLeftBehind = (): LeftBehind | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => left,
    () => left,
  );
