export type { CandidateId } from './candidates';
export { diagnose, type Candidate, type Diagnosis } from './diagnose';
export { candidateName, confirmWords, faultFindings, faultsIn } from './called';
export { chargeOff, chargeWords } from './chargeOff';
export { FAULT_IDS, FAULTS, type FaultId } from './faults';
