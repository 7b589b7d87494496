import type { SignId } from '../verdict';
import type { FaultId } from './faults';

/** What a set of readings may come from. `none`: nothing that these readings can show; `instrument`: one reading is off. */
export type CandidateId = FaultId | 'none' | 'instrument';

/** What one candidate does to the signs: change of each against a sound unit, SI. */
export type Pattern = Partial<Record<SignId, number>>;
