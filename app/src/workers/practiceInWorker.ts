import type { Debrief, Second, Side } from '@elm-mist/core/trainer';
import { proxy, wrap, type Remote } from 'comlink';
import type { PracticeService } from './practice.worker';
import { PracticeBench, type PracticeBegun, type PracticeSeen } from './practiceOf';

/** A bench to practise at, in a worker where one can be had. */
export interface PracticeDesk {
  begin: (begun: PracticeBegun, seconds: readonly Second[], side: Side) => Promise<PracticeSeen>;
  go: (seconds: readonly Second[], side: Side) => Promise<PracticeSeen>;
  debrief: (seconds: readonly Second[], tell: (share: number) => void) => Promise<Debrief>;
  playAt: (at: number, seconds: readonly Second[]) => Promise<{ mine: PracticeSeen; plans: PracticeSeen; longestS: number }>;
  ask: (...from: Parameters<PracticeBench['ask']>) => Promise<ReturnType<PracticeBench['ask']>>;
  exam: (...from: Parameters<PracticeBench['exam']>) => Promise<ReturnType<PracticeBench['exam']>>;
  mark: (...from: Parameters<PracticeBench['mark']>) => Promise<ReturnType<PracticeBench['mark']>>;
  close: () => void;
}

function here(): PracticeDesk {
  const bench = new PracticeBench();
  const later = <T>(run: () => T): Promise<T> => new Promise((done) => setTimeout(() => done(run()), 0));
  return {
    begin: (begun, seconds, side) => later(() => bench.begin(begun, seconds, side)),
    go: (seconds, side) => later(() => bench.go(seconds, side)),
    debrief: (seconds, tell) => later(() => bench.debrief(seconds, tell)),
    playAt: (at, seconds) => later(() => bench.playAt(at, seconds)),
    ask: (...from) => later(() => bench.ask(...from)),
    exam: (...from) => later(() => bench.exam(...from)),
    mark: (...from) => later(() => bench.mark(...from)),
    close: () => undefined,
  };
}

/** Opens a bench; one on this page where no worker can be had. */
export async function openDesk(): Promise<PracticeDesk> {
  if (typeof Worker === 'undefined') return here();
  // The bundler looks for this very form to make the worker's own file.
  const worker = new Worker(new URL('../workers/practice.worker', window.location.href));
  const bench: Remote<PracticeService> = wrap<PracticeService>(worker);
  const broken = new Promise<false>((done) => {
    // Not on the device yet, and no server to get it from.
    worker.onerror = () => done(false);
  });
  if (!(await Promise.race([bench.ready().then(() => true), broken]))) {
    worker.terminate();
    return here();
  }
  return {
    begin: (begun, seconds, side) => bench.begin(begun, seconds, side),
    go: (seconds, side) => bench.go(seconds, side),
    debrief: (seconds, tell) => bench.debrief(seconds, proxy(tell)),
    playAt: (at, seconds) => bench.playAt(at, seconds),
    ask: (...from) => bench.ask(...from),
    exam: (...from) => bench.exam(...from),
    mark: (...from) => bench.mark(...from),
    close: () => worker.terminate(),
  };
}
