import type { Task } from '@elm-mist/core';
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { RunSheetService } from './runSheet.worker';
import { think, type Thought } from './thinking';

const nothing: Thought = { sheet: null, none: null, done: false };

/** The search on this page, a slice at a time, where no worker can be had. */
const thinkHere = (tasks: readonly Task[], crew: number, tell: (thought: Thought) => void, calledOff: () => boolean) =>
  think(tasks, crew, tell, { calledOff, pause: () => new Promise((done) => setTimeout(done, 0)) });

/** The shortest order of work for a crew, found in a worker and improving in place. */
export function useRunSheet(tasks: readonly Task[], crew: number): Thought {
  const [held, setHeld] = useState<{ tasks: readonly Task[]; crew: number; thought: Thought } | null>(null);
  useEffect(() => {
    let off = false;
    const tell = (thought: Thought) => {
      if (!off) setHeld({ tasks, crew, thought });
    };
    let worker: Worker | null = null;
    const here = () => {
      worker?.terminate();
      worker = null;
      if (!off) void thinkHere(tasks, crew, tell, () => off);
    };
    if (typeof Worker === 'undefined') here();
    else {
      // The bundler looks for this very form to make the worker's own file.
      worker = new Worker(new URL('../workers/runSheet.worker', window.location.href));
      // Not on the device yet, and no server to get it from.
      worker.onerror = here;
      void wrap<RunSheetService>(worker)
        .think([...tasks], crew, proxy(tell))
        .catch(here);
    }
    return () => {
      off = true;
      worker?.terminate();
    };
  }, [tasks, crew]);
  return held && held.tasks === tasks && held.crew === crew ? held.thought : nothing;
}
