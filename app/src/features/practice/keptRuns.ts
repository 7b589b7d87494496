import type { PracticeCase, Second, WashEnd } from '@elm-mist/core/trainer';
import { forgetUnder, readJson, writeDevice } from '@/device/memory';

/** A wash that was left, or ended, on this device: somebody's own. */
export interface KeptRun {
  seed: number;
  seconds: Second[];
}

/** How somebody's last wash of a case ended. */
export interface KeptEnd {
  atMs: number;
  end: Pick<WashEnd, 'grade' | 'minutes' | 'bentPct' | 'leftPct'> & { totalMin: number; planMin: number };
}

/** As it lies on the device: a wait as 0, the same hand as before with the new line alone. */
type Packed = 0 | readonly number[] | NonNullable<Second>;

const runKey = (personId: string, caseId: string): string => `practice.run.${personId}.${caseId}`;
const endKey = (personId: string, caseId: string): string => `practice.end.${personId}.${caseId}`;

const doing = (second: Second): string => JSON.stringify({ ...second, path: null });

/** Seconds as short text can hold them: a hundredth of a millimetre is more than any hand knows. */
export function packSeconds(seconds: readonly Second[]): Packed[] {
  let last = '';
  return seconds.map((second) => {
    if (!second) return 0;
    const path = second.path.map((at) => Math.round(at * 1e5) / 1e5) as [number, number, number, number];
    const now = doing(second);
    if (now === last) return path;
    last = now;
    return { ...second, path };
  });
}

/** What was packed, again. */
export function unpackSeconds(packed: readonly Packed[]): Second[] {
  let last: Second = null;
  return packed.map((row) => {
    if (row === 0) return null;
    if (!Array.isArray(row)) return (last = row as NonNullable<Second>);
    return last && { ...last, path: row as unknown as [number, number, number, number] };
  });
}

/** What somebody left off at; null where they have not begun. */
export function keptRun(personId: string, caseId: string): KeptRun | null {
  const kept = readJson<{ seed: number; seconds: Packed[] }>(runKey(personId, caseId));
  return kept && { seed: kept.seed, seconds: unpackSeconds(kept.seconds) };
}

export const keepRun = (personId: string, caseId: string, run: KeptRun | null): void =>
  writeDevice(runKey(personId, caseId), run && JSON.stringify({ seed: run.seed, seconds: packSeconds(run.seconds) }));

export const keptEnd = (personId: string, given: Pick<PracticeCase, 'id'>): KeptEnd | null => readJson<KeptEnd>(endKey(personId, given.id));

export const keepEnd = (personId: string, caseId: string, end: KeptEnd): void => writeDevice(endKey(personId, caseId), JSON.stringify(end));

/** Lets all washes of somebody go. */
export function forgetRuns(personId: string): void {
  for (const kind of ['run', 'end']) forgetUnder(`practice.${kind}.${personId}.`);
}
