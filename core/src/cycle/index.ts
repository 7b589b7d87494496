export { solveCycle } from './solve';
export { SOUND, type Condition, type CycleInput } from './machine';
export type { CycleState } from './readings';
export { probesOf, warmedUp, type ProbeValues } from './probes';
export { probeShows } from './noise';
