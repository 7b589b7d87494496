export { PRACTICE_CASES, type PracticeCase } from './practiceCase';
export { PRACTICE_SHELF } from './practiceShelf';
export { NOZZLES, PRACTICE_TOOLS, TOOL_FIGURES, type PracticeTool, type Second, type Side, type Touch } from './tools';
export { newPack, type FinPack } from './finPack';
export { refusal, stepPack } from './stepPack';
export { cutLook, faceLook, lightPct, LOOK_CHANNELS, machineOf } from './sight';
export { finishBy, handsOf, overSpan, planWay, type PlanWay } from './planWay';
export { COST_NAMES, type WashCost } from './costs';
export { debrief, washEnd, type Debrief, type WashEnd } from './debrief';
export { hintFor } from './hints';
export { LEFT_OUT } from './leftOut';
export {
  DRILL_FAMILIES,
  DRILL_TABLE,
  markDrill,
  nextDrill,
  READY_RUN,
  drillStandings,
  type Drill,
  type DrillDone,
  type DrillDrawing,
  type DrillFamily,
  type DrillGiven,
  type DrillMarked,
  type DrillOption,
} from './drills';
