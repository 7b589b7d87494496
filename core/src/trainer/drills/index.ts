export { DRILL_FAMILIES, type Drill, type DrillDrawing, type DrillFamily, type DrillOption } from './drill';
export { DRILL_TABLE, markDrill, type DrillGiven, type DrillMarked } from './drillOf';
export { nextDrill, READY_RUN, drillStandings, type DrillDone } from './schedule';
