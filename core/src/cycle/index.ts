export { solveCycle } from './solve';
export { OPEN_BY_GRADE, SOUND, type Condition, type CycleInput } from './machine';
export type { CycleState } from './readings';
export { probesOf, warmedUp } from './probes';
export { probeShows } from './noise';
export { KIT_WRONG_IDS, KIT_WRONGS, putWrong, type KitWrong } from './kitWrongs';
