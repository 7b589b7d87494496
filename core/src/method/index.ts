export { GUARDS, type CoilBuild, type Ending, type Guard, type JobFacts, type MethodContext, type ReturnAir } from './methodFacts';
export { isPossible } from './stages/opening';
export { CONDENSATE_RUN_S } from './condensate';
export { furthestAsked, OPENING_TABLE, openingsFor } from './openings';
export { chemistryVetoes, labelVetoes } from './vetoes';
export { situationOf } from './facts';
export { panDose } from './panDose';
export { mergedKit } from './kit';
export { secondOpinion, type Opinion } from './secondOpinion';
export { visitClashes } from './visitClashes';
export {
  CHEMISTRY_SCHOOLS,
  DEFAULT_HOUSE_RULES,
  DRAIN_SCHOOLS,
  DRIP_SCHOOLS,
  DWELL_SCHOOLS,
  ELECTRICS_SCHOOLS,
  FORCE_SCHOOLS,
  BUCKET_WASHERS,
  READING_CHOICES,
  LID_SCHOOLS,
  PRE_WETS,
  NO_RINSE_SCHOOLS,
  PAN_HOLE_SCHOOLS,
  RINSE_SCHOOLS,
  SCHOOL_NAMES,
  SCREEN_SCHOOLS,
  type HouseRules,
  type ReadingChoice,
} from './houseRules';
export { CAUTION_STEPS, type Caution, type CautionStep } from './cautions';
export { APPLY_S_PER_M2, MOST_MISTS, RINSE_S_PER_M2_ROW, rinsePaceOf, type Section } from './sections';
export { type WetOffer } from './wetOffers';
export { whyAdvice, whyCaution, whyKit } from './whyOf';
export { PRE_WET_WORDS, preWetOf } from './foaming';
export { RINSE_MEANS_NAMES, rinseWaterL } from './rinseWater';
export { type DwellWindow } from './dwell';
export { DRAIN_RUNS_L_MIN } from './drainRules';
export { STEP_IDS, stepRow, type DoneWhen, type Stage, type StepId } from './steps';
export { ENGINE_VERSION, isHeldBack, type CoilPlan } from './coilPlan';
export { planCoil } from './planCoil';
export { faceDrying } from './faceDrying';
