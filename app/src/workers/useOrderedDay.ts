import type { DayPlan, DayProblem } from '@elm-mist/core/route';
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { DayService } from './day.worker';
import { orderDay } from './dayOrder';

/** How far the search for the best order is. */
export interface OrderedDay {
  plan: DayPlan | null;
  done: boolean;
}

/** The best order of a day, found in a worker and improving in place; on this page where no worker can be had. */
export function useOrderedDay(problem: DayProblem | null): OrderedDay {
  const [held, setHeld] = useState<{ problem: DayProblem; plan: DayPlan | null; done: boolean } | null>(null);
  useEffect(() => {
    if (!problem) return undefined;
    let off = false;
    const tell = (plan: DayPlan) => {
      if (!off) setHeld({ problem, plan, done: false });
    };
    const end = (plan: DayPlan | null) => {
      if (!off) setHeld({ problem, plan, done: true });
    };
    let worker: Worker | null = null;
    const here = () => {
      worker?.terminate();
      worker = null;
      const pause = () => new Promise<void>((done) => setTimeout(done, 0));
      if (!off) void orderDay(problem, tell, { pause, calledOff: () => off }).then(end);
    };
    if (typeof Worker === 'undefined') here();
    else {
      // The bundler looks for this very form to make the worker's own file.
      worker = new Worker(new URL('../workers/day.worker', window.location.href));
      // Not on the device yet, and no server to get it from.
      worker.onerror = here;
      void wrap<DayService>(worker).order(problem, proxy(tell)).then(end).catch(here);
    }
    return () => {
      off = true;
      worker?.terminate();
    };
  }, [problem]);
  return held && held.problem === problem ? held : { plan: null, done: false };
}
