/**
 * What an answer may depend on. A write names what it touches; an answer that was made before is good for as long as nothing it rests on was.
 * One process has the file to itself, so counting in memory is enough.
 */
export type Scope =
  `visit:${string}` | `system:${string}` | `day:${string}` | 'places' | 'plans' | 'shop' | 'shelf' | 'closings' | 'open' | 'weather';

/** How often each scope has been written to since the start. */
export class Versions {
  private readonly counts = new Map<Scope, number>();
  private era = 0;
  /** How often anything was written. */
  writes = 0;

  touch(scopes: readonly Scope[]): void {
    this.writes += 1;
    for (const scope of scopes) this.counts.set(scope, (this.counts.get(scope) ?? 0) + 1);
  }

  /** Whatever was kept is good no longer. */
  forget(): void {
    this.writes += 1;
    this.era += 1;
  }

  /** The same for as long as none of them was written to. */
  stamp(scopes: readonly Scope[]): string {
    return `${this.era}:` + scopes.map((scope) => this.counts.get(scope) ?? 0).join('.');
  }
}
