export { OLDER_RECORDS } from './pastNoted';
export { findingPlace } from './findingPlace';
export {
  leftOver,
  PART_KINDS,
  PART_NAMES,
  partWords,
  refitOrder,
  WIRE_COLORS,
  wiresOpen,
  type PartKind,
  type Refitted,
  type WireColor,
  type WireNoted,
} from './takedown';
export { EVENT_KINDS, eventPower, KINDS } from './kinds/kinds';
export { MOST_CREW } from './crew';
export { type EventDataByKind, type EventKind, type Identity, type VisitEvent } from './events';
export {
  FINDING_STANDING_NAMES,
  FINDING_STEPS,
  findingLives,
  findingSteps,
  isOpenFinding,
  isPromised,
  isFilterNoted,
  partsInPassing,
  smallParts,
  wholeFinding,
  type Finding,
  type FindingLife,
  type FindingStep,
  type FindingStepMade,
} from './findingLife';
export { CLOSE_ITEMS, type CloseItem } from './closeItems';
export { closingChecks, powerLeftOff, type CloseLine } from './closing';
export { findingsHere } from './findingsHere';
export {
  ANSWER_WAY_NAMES,
  ANSWER_WAYS,
  type AnswerWay,
  type Quote,
  type QuoteLine,
  type QuoteMade,
  type QuoteOption,
  type Strokes,
} from './quote';
export {
  RECHECK_NAMES,
  RECHECKS,
  rechecksFor,
  SAFE_STEP_NAMES,
  SAFE_STEPS,
  safeStepsFor,
  type Pause,
  type Recheck,
  type SafeStep,
} from './suspend';
export { type Page } from './pages';
export { entryWords } from './entryWords';
export {
  deadVolts,
  lockedOutAt,
  LEAST_REASON,
  mayStayShut,
  MOST_CIRCUITS,
  readingPasses,
  readsEachCircuit,
  worstReading,
  type LockoutEntry,
} from './lockout';
export { LOCKOUT_STEPS, LOCKOUT_TABLE, lockoutHelp, LIVE_VOLTS, type LockoutStep } from './lockoutSteps';
export { lockoutStepName, lockoutStepsFor, sourceOf } from './lockoutNeeds';
export { lockoutOf, lockoutStepDue, lockoutToTake, provenDead } from './lockoutOf';
export { mistBy, rinseBy } from './foam';
export { foldVisit, followVisit, type FollowedVisit } from './fold';
export { standingEvents } from './inOrder';
export { usedFromShelf } from './usedFromShelf';
export { type SectionProgress, type Undoable, type VisitState } from './visitState';
export { coilRunOf, foamedSections, isWashed, progressOf, type CoilRun } from './coilRun';
export { needsFoam, nextAction, plannedRinseBy, sectionClock, type NextAction, type SectionClock, type SectionWord } from './clocks';
export {
  VISIT_STEP_NAMES,
  VISIT_STEPS,
  stepsDone,
  coilMix,
  coilsInHand,
  currentStep,
  isAirOld,
  needsMix,
  pauseOf,
  standingOf,
  type VisitStep,
  type VisitStanding,
} from './visitSteps';
export { checkEvent } from './checkEvent';
export { foundGrades, regradeDue, regradedSurvey } from './regrade';
export { REGRADE_MOMENTS, REGRADE_NAMES } from './regraded';
export { noPowerYet } from './noPowerYet';
export { alarmsOf, dueAlarms, powerAlarmsOf, type Alarm, type AlarmKind } from './alarms';
export {
  condensateClock,
  HOLD_OFF_S,
  nextPowerStep,
  POWER_STEPS,
  POWER_TABLE,
  powerClocks,
  hasRunIn,
  powerStepsOf,
  powerStepName,
  type PowerStep,
} from './powerUp';
export {
  AGAIN_WORDS,
  againWays,
  RINSE_SIGN_NAMES,
  RINSE_SIGNS,
  SPOT_NAMES,
  SPOTS,
  WRONG_SIGN_NAMES,
  WRONG_SIGNS,
  type RinseSign,
  type Spot,
  type WrongSign,
} from './rinseSigns';
export { DRAIN_HELP, drainRateLMin, FLOAT_FAILED, panClock } from './drain';
export { type Stamped } from './stamped';
export { savingSentences, type SavingTold } from './savingTold';
export { ERASED, withoutWords } from './withoutWords';
