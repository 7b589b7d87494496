import { proxy, wrap, type Remote } from 'comlink';
import type { PaperService } from './paper.worker';
import type { PaperJob } from './paperOf';

/** A worker that sets reports on paper, fetched when it is asked for: it takes a megabyte of script. */
export interface Press {
  /**
   * Sets a report on paper.
   * @param tell how far it is, 0 to 1
   * @returns the PDF
   * @throws Error when the worker or a font is not on this device
   */
  set: (job: PaperJob, tell: (share: number) => void) => Promise<Uint8Array>;
  close: () => void;
}

/** Makes a press ready, so that its script is there before anybody presses the button. */
export function readyPress(): Press {
  // The bundler looks for this very form to make the worker's own file.
  const worker = new Worker(new URL('../workers/paper.worker', window.location.href));
  const service: Remote<PaperService> = wrap<PaperService>(worker);
  const failed = new Promise<never>((_done, no) => {
    worker.onerror = () => no(new Error('The report could not be made on this device: open it once with signal.'));
  });
  // Looked at only when a report is set.
  failed.catch(() => undefined);
  return {
    set: (job, tell) => Promise.race([service.paperOf(job, proxy(tell)), failed]),
    close: () => worker.terminate(),
  };
}
