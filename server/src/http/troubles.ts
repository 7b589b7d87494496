import type { TroubleRecord } from '@elm-mist/contract';

const DAY_MS = 86_400_000;
/** So many are told; all of the day are counted. */
const TOLD = 20;
const MOST = 5000;

/** What the server could not do in the last 24 hours. Ids of an address are left out, so that nobody is named. */
export class Troubles {
  private readonly all: { atMs: number; asked: string; code: string }[] = [];

  constructor(private readonly now: () => number) {}

  note(method: string, path: string, code: string): void {
    const asked = `${method} ${path
      .split('/')
      .map((part, i) => (i > 2 && !/^[a-z-]+$/.test(part) ? '…' : part))
      .join('/')}`;
    this.all.push({ atMs: this.now(), asked, code });
    if (this.all.length > MOST) this.all.shift();
  }

  told(): { count: number; last: TroubleRecord[] } {
    const from = this.now() - DAY_MS;
    const day = this.all.filter(({ atMs }) => atMs > from);
    const last = day
      .slice(-TOLD)
      .reverse()
      .map(({ atMs, asked, code }) => ({ at: new Date(atMs).toISOString(), asked, code }));
    return { count: day.length, last };
  }
}
