/**
 * What an answer may depend on. A write names what it touches; an answer that was made before is good for as long as nothing it rests on was.
 * One process has the file to itself, so counting in memory is enough.
 */
export type Scope =
  | `visit:${string}`
  | `system:${string}`
  /** What is on record of a system: itself, its coils, what was agreed, its place and whose it is. Its visits are no part of it. */
  | `facts:${string}`
  | `day:${string}`
  | 'places'
  | 'plans'
  | 'shop'
  | 'people'
  /** Cleaners and applicators: what labels say. */
  | 'shelf'
  /** Bottles, and what is left in them. Every visit that closes takes something; no plan goes by it. */
  | 'stock'
  | 'closings'
  | 'open'
  | 'savings'
  | 'weather';

/** So many writes are remembered one by one: some hours of a busy shop. */
const MOST_REMEMBERED = 4000;

/** How often each scope has been written to since the start. */
export class Versions {
  private readonly counts = new Map<Scope, number>();
  private era = 0;
  /** How often anything was written. */
  writes = 0;
  /** What the last writes touched, the last one at the end. */
  private recent: (readonly Scope[])[] = [];

  touch(scopes: readonly Scope[]): void {
    this.writes += 1;
    for (const scope of scopes) this.counts.set(scope, (this.counts.get(scope) ?? 0) + 1);
    this.recent.push(scopes);
    if (this.recent.length > 2 * MOST_REMEMBERED) this.recent = this.recent.slice(-MOST_REMEMBERED);
  }

  /** Whatever was kept is good no longer. */
  forget(): void {
    this.writes += 1;
    this.era += 1;
    this.recent = [];
  }

  /** What was touched since so many writes; null where that is too long ago to tell, or all was forgotten since. */
  since(writes: number): Scope[] | null {
    const count = this.writes - writes;
    return count > this.recent.length ? null : this.recent.slice(this.recent.length - count).flat();
  }

  /** The same for as long as none of them was written to. */
  stamp(scopes: readonly Scope[]): string {
    return `${this.era}:` + scopes.map((scope) => this.counts.get(scope) ?? 0).join('.');
  }
}
