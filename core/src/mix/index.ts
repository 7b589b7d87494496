export {
  CHEMISTRIES,
  CHEMISTRY_HINTS,
  CHEMISTRY_NAMES,
  CLEANER_FORMS,
  LABEL_GAP_NAMES,
  LABEL_LINE_TABLE,
  LABEL_LINES,
  type Chemistry,
  type Cleaner,
  type CleanerForm,
  type LabelChart,
  type LabelGap,
  type LabelLine,
  type StrengthStep,
} from './label';
export { COUNTS_AGAINST, parseRatio, strengthReadings, type CountsAgainst, type RatioReading } from './parseRatio';
export { onShelf } from './onShelf';
export { concentrateFraction, endRatio, mixFor } from './dilution';
export { cansFor, FURTHER_PASS_SHARE, learnedCanYield, rowShare, solutionVolume, type CanUse } from './solutionVolume';
export { formatMeasured, measureOf, usualMeasure, waterMeasure, type Measure, type MeasureId } from './measures';
export { pourAmounts, type Pour } from './pour';
export { batchFor } from './batch';
export {
  APPLICATOR_KINDS,
  CALIBRATE_LEAST_S,
  calibrateDial,
  dialOutcomes,
  dialWaterParts,
  drawing,
  readDial,
  reservoirFor,
  waterPosition,
  writeDial,
  type Applicator,
  type ApplicatorKind,
  type DialPosition,
} from './dial';
export { correctContents } from './correct';
export { breakEven, strongerThanNeeded, visitCost, type BreakEven, type MixUse, type VisitCost } from './cost';
export { drawDown, reorderList, stockWarnings, type StockItem, type StockWarning } from './stock';
export { completeLabel, type LabelRead } from './classDefaults';
export { BAND_WORDS, strengthBand } from './strengthBand';
export { CHEMISTRY_SUBSTANCES, clashesAmong, SUBSTANCES, type ClashFound, type Party } from './neverTogether';
export { householdRecipe } from './recipe';
export { flatFoamWords } from './flatFoam';
export { runOffCure, type RunOffCure } from './runOff';
export { mixStanding, pouredWaterParts, type MixStanding } from './mixStanding';
export { heldWarning, type Held } from './held';
export { trySheet, type MixSheet } from './mixSheet';
export { blankFix, fixOf, notedOf, type FixDraft, type Fixed, type FixResult } from './mixFix';
export { MIX_STANDING_WORDS } from './mixWords';
export { breakEvenStart } from './breakEvenStart';
