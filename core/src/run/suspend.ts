import { CoreError } from '../errors';
import type { Stamped } from './stamped';

/** What has to be so before a system is left in the middle of the work. */
export const SAFE_STEPS = ['isolated', 'covered', 'water-off', 'told'] as const;
/** One of `SAFE_STEPS`. */
export type SafeStep = (typeof SAFE_STEPS)[number];

/** The same in words. Common practice, no source; local code and the maker's manual outrank it. */
export const SAFE_STEP_NAMES: Record<SafeStep, string> = {
  isolated: 'It stays isolated, locked or tagged, block out of reach',
  covered: 'What is open is covered, no live part in reach, what came off lies together',
  'water-off': 'Water off and hoses drained, nothing left to drip',
  told: 'The customer knows that it does not run, and until when',
};

/** What may have changed while nobody was there. */
export const RECHECKS = ['tag', 'parts', 'rain', 'people'] as const;
/** One of `RECHECKS`. */
export type Recheck = (typeof RECHECKS)[number];

/** The same in words. Common practice, no source. */
export const RECHECK_NAMES: Record<Recheck, string> = {
  tag: 'Tag and block are where they were left',
  parts: 'What came off is all there, and whole',
  rain: 'Nothing wet, nested or blown in since',
  people: 'Who lives there knows that work goes on',
};

/** A visit left to wait for parts. */
export interface SuspendedFor {
  reason: string;
  /** Findings whose parts are waited for. */
  findingIds: string[];
  /** When the parts are due, ISO day; null where nobody knows. */
  due: string | null;
  /** Where what came off lies. */
  lies: string;
  /** Who was told. */
  told: string;
  safe: SafeStep[];
}

/** Going on again. */
export interface Resumed {
  checked: Recheck[];
  note: string;
}

/** One pause of a visit, and how it was taken up again. */
export interface Pause extends Stamped<SuspendedFor> {
  resumed: Stamped<Resumed> | null;
}

/** What of a visit decides what leaving it asks for. */
export interface LeavingState {
  lockouts: Readonly<Record<string, { done: Readonly<Record<string, unknown>> } | undefined>>;
  parts: readonly { backAt: string | null }[];
}

const isolated = ({ lockouts }: LeavingState): boolean =>
  Object.values(lockouts).some((lockout) => lockout?.done['isolated'] !== undefined);
const open = ({ parts }: LeavingState): boolean => parts.some((part) => part.backAt === null);

/**
 * What leaving the visit as it stands asks for.
 * @param state of the visit
 * @returns steps to confirm
 * @example safeStepsFor({ lockouts: {}, parts: [] }) // ['water-off', 'told']
 */
export const safeStepsFor = (state: LeavingState): SafeStep[] =>
  SAFE_STEPS.filter((step) => (step === 'isolated' ? isolated(state) : step === 'covered' ? open(state) : true));

/**
 * What going on with it asks for.
 * @param state of the visit
 * @param pause that ends
 * @returns checks to make
 * @example rechecksFor({ lockouts: {}, parts: [] }, { safe: ['isolated'] }) // ['tag', 'rain', 'people']
 */
export const rechecksFor = (state: LeavingState, pause: Pick<SuspendedFor, 'safe'>): Recheck[] =>
  RECHECKS.filter((check) => (check === 'tag' ? pause.safe.includes('isolated') : check === 'parts' ? open(state) : true));

/** Refuses to leave a visit before it is safe. @throws CoreError missing, naming the field */
export function checkSuspending(state: LeavingState, data: SuspendedFor, leastReason: number): void {
  if (data.reason.trim().length < leastReason)
    throw new CoreError('missing', 'data.reason', `Say why, in ${leastReason} characters at least: it stands on the report.`);
  const missing = safeStepsFor(state).find((step) => !data.safe.includes(step));
  if (missing) throw new CoreError('missing', 'data.safe', `Not confirmed: ${SAFE_STEP_NAMES[missing].toLowerCase()}.`);
  if (open(state) && data.lies.trim() === '')
    throw new CoreError('missing', 'data.lies', 'Say where what came off lies: somebody else may go on with it.');
  if (data.told.trim() === '') throw new CoreError('missing', 'data.told', 'Say who was told.');
}

/** Refuses to go on before it is looked at. @throws CoreError missing `data.checked` */
export function checkResuming(state: LeavingState, pause: Pause, data: Resumed): void {
  const missing = rechecksFor(state, pause.value).find((check) => !data.checked.includes(check));
  if (missing) throw new CoreError('missing', 'data.checked', `Not looked at: ${RECHECK_NAMES[missing].toLowerCase()}.`);
}
