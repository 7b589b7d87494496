import type { Task } from '@elm-mist/core/runsheet';
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { RunSheetService } from './runSheet.worker';
import { think, THINK_MS, type Thought } from './thinking';

/** Searches no longer than this are told at their end alone, ms. */
const AT_ONCE_MS = 500;

const nothing: Thought = { sheet: null, none: null, done: false };

/** The search on this page, a slice at a time, where no worker can be had. */
const thinkHere = (tasks: readonly Task[], crew: number, mostMs: number, tell: (thought: Thought) => void, calledOff: () => boolean) =>
  think(tasks, crew, tell, { mostMs, calledOff, pause: () => new Promise((done) => setTimeout(done, 0)) });

/**
 * The shortest order of work for a crew, found in a worker and improving in place. While other tasks are being thought about, the last sheet of
 * the same crew stands, not done. Nothing is searched while there are no tasks.
 * @param mostMs longest that it looks for a better order, ms
 */
export function useRunSheet(tasks: readonly Task[], crew: number, mostMs = THINK_MS): Thought {
  const [held, setHeld] = useState<{ tasks: readonly Task[]; crew: number; thought: Thought } | null>(null);
  useEffect(() => {
    if (tasks.length === 0) return undefined;
    let off = false;
    const tell = (thought: Thought) => {
      // Where an order is wanted at once it is told once: what to do next does not change under the thumb.
      if (!off && (thought.done || mostMs > AT_ONCE_MS)) setHeld({ tasks, crew, thought });
    };
    let worker: Worker | null = null;
    const here = () => {
      worker?.terminate();
      worker = null;
      if (!off) void thinkHere(tasks, crew, mostMs, tell, () => off);
    };
    if (typeof Worker === 'undefined') here();
    else {
      // The bundler looks for this very form to make the worker's own file.
      worker = new Worker(new URL('../workers/runSheet.worker', window.location.href));
      // Not on the device yet, and no server to get it from.
      worker.onerror = here;
      void wrap<RunSheetService>(worker)
        .think([...tasks], crew, mostMs, proxy(tell))
        .catch(here);
    }
    return () => {
      off = true;
      worker?.terminate();
    };
  }, [tasks, crew, mostMs]);
  if (!held || held.crew !== crew || tasks.length === 0) return nothing;
  return held.tasks === tasks ? held.thought : { sheet: held.thought.sheet, none: null, done: false };
}
