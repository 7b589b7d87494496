import { randomInt } from 'node:crypto';
import { rmSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { dirname } from 'node:path';
import type { PersonRecord } from '@elm-mist/contract';
import { COOKIE } from '../http/gate';
import { Problem } from '../http/problem';
import { drawPracticeShop } from './practiceShop';
import { LEFT_ALONE_MS, Sandbox, type MakeServer } from './sandbox';

/** Where a sandbox's own server is found, in place of /api. */
export const SANDBOX_API = '/sandbox/api';
/** So many at once; whoever begins another takes the place of who was longest away. */
const MOST = 6;

/** Visits that are practised, one a person. */
export class Sandboxes {
  private readonly open = new Map<string, Sandbox>();
  private drawn: string | null = null;

  constructor(
    /** Makes a folder for one of them. */
    private readonly folder: () => string,
    private readonly migrations: string,
    private readonly clock: () => number,
    private readonly makeServer: MakeServer,
  ) {}

  /** Somebody's; null where they practise none. */
  of(personId: string): Sandbox | null {
    this.tidy();
    return this.open.get(personId) ?? null;
  }

  /** Somebody's. @throws Problem 410 */
  wanted(personId: string): Sandbox {
    const sandbox = this.of(personId);
    if (!sandbox)
      throw new Problem(410, 'practice-over', 'This practised visit is over.', { visit: 'It ended, or was left alone too long.' });
    return sandbox;
  }

  /** Begins one, in place of what the person had. @param seed null for any */
  begin(learner: PersonRecord, exam: boolean, seed: number | null): Sandbox {
    this.end(learner.id);
    this.tidy();
    const oldest = [...this.open].sort(([, a], [, b]) => a.lastUsedMs - b.lastUsedMs)[0];
    if (oldest && this.open.size >= MOST) this.end(oldest[0]);
    // Drawn once: what is copied holds up nobody.
    this.drawn ??= drawPracticeShop(this.folder(), this.migrations);
    const drawn = { file: this.drawn, migrations: this.migrations, folder: this.folder() };
    const sandbox = new Sandbox(learner, seed ?? randomInt(2 ** 31), exam, drawn, this.clock, this.makeServer);
    this.open.set(learner.id, sandbox);
    return sandbox;
  }

  end(personId: string): void {
    this.open.get(personId)?.close();
    this.open.delete(personId);
  }

  private tidy(): void {
    for (const [id, { lastUsedMs }] of this.open) if (this.clock() - lastUsedMs > LEFT_ALONE_MS) this.end(id);
  }

  /** Hands a request on to somebody's own server, whose gate decides again. @throws Problem 410 */
  hand(personId: string, request: IncomingMessage, response: ServerResponse): void {
    const sandbox = this.wanted(personId);
    request.url = `/api${(request.url ?? '').slice(SANDBOX_API.length)}`;
    request.headers.cookie = `${COOKIE}=${sandbox.token}`;
    void sandbox.answer(request, response);
  }

  close(): void {
    for (const id of [...this.open.keys()]) this.end(id);
    if (this.drawn) rmSync(dirname(this.drawn), { recursive: true, force: true });
    this.drawn = null;
  }
}
