/** What a write changed for others. Said nothing: anything of the whole shop. */
export interface Touched {
  /** Systems whose visits, coils or clocks it wrote. */
  systems: readonly string[];
  /** It changed what closed visits teach the shop. */
  taught?: boolean;
  /** Entries alone were written: what is on record of the systems is as it was. */
  entries?: boolean;
}

/** Of a write that nothing that is drawn for others rests on. */
export const NOTHING: Touched = { systems: [] };

/** The write counter of a file. One process has the file to itself, so counting in memory is enough. */
export class Writes {
  /** How often anything was written since the start. */
  count = 0;
  private shop = 0;
  private taught = 0;
  private readonly bySystem = new Map<string, number>();
  private readonly records = new Map<string, number>();
  /** Called after each write. */
  onWrite: (() => void) | null = null;

  /** Counts a write. @param touched null where it may have changed anything */
  note(touched: Touched | null): void {
    this.count += 1;
    if (touched === null) this.shop = this.count;
    if (touched?.taught) this.taught = this.count;
    for (const id of touched?.systems ?? []) {
      this.bySystem.set(id, this.count);
      if (!touched?.entries) this.records.set(id, this.count);
    }
    this.onWrite?.();
  }

  /** The last write that what is drawn of a system may show. */
  ofSystem = (id: string): number => Math.max(this.shop, this.bySystem.get(id) ?? 0);

  /** The last write that what is on record of a system may show: its visits, its coils, its place. */
  ofRecord = (id: string): number => Math.max(this.shop, this.records.get(id) ?? 0);

  /** The last write that changed what closed visits teach. */
  ofTaught = (): number => Math.max(this.shop, this.taught);
}
