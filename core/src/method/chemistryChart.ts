import { commonPractice } from '../because';
import type { ChemistryGroup } from '../equipment';
import type { Chemistry, StrengthStep } from '../mix';
import type { Grade } from '../survey';
import type { SurveyFacts } from './methodFacts';
import type { Rule } from './rule';

/** What the chart says for one column and grade. */
export interface ChartChoice {
  /** Chemistries in the order they are to be tried; the first that passes every veto and stands on the shelf is taken. */
  ladder: readonly Chemistry[];
  /** Water on its own is tried before the cleaner, under the water-first school. */
  waterMayDo: boolean;
  strength: StrengthStep | null;
  /** Used only where the label is silent: parts of water to one. */
  defaultWaterParts: number | null;
  passes: number;
  /** Said when the job will not bring it all back. */
  outlook: string;
}

const row = (
  group: ChemistryGroup,
  chemistryGrade: Grade,
  then: Partial<ChartChoice>,
  because: string,
): Rule<SurveyFacts, ChartChoice> => ({
  id: `chart.${group}.${chemistryGrade}`,
  when: { group, chemistryGrade },
  then: { ladder: [], waterMayDo: false, strength: null, defaultWaterParts: null, passes: 1, outlook: '', ...then },
  because,
  source: commonPractice,
});

/** Chemistry by coil group and grade. Every figure here gives way to the label. Common practice, no source. */
export const CHEMISTRY_CHART: readonly Rule<SurveyFacts, ChartChoice>[] = [
  row('plate-fin', 0, {}, 'A clear coil wants a water rinse and nothing more.'),
  row(
    'plate-fin',
    1,
    { ladder: ['neutral', 'evaporator-foam', 'household', 'alkaline-foam'], waterMayDo: true, strength: 'light', defaultWaterParts: 10 },
    'A film mostly goes with water; what stays takes the lightest mix.',
  ),
  row(
    'plate-fin',
    2,
    { ladder: ['alkaline-foam', 'neutral', 'evaporator-foam'], waterMayDo: true, strength: 'medium', defaultWaterParts: 6 },
    'Patches on copper tube and plate fin: water, then a medium alkaline foam.',
  ),
  row(
    'plate-fin',
    3,
    { ladder: ['alkaline-foam', 'neutral', 'evaporator-foam'], strength: 'heavy', defaultWaterParts: 4 },
    'A blocked plate-fin coil takes the heavy mix, in sections.',
  ),
  row(
    'plate-fin',
    4,
    { ladder: ['alkaline-foam', 'neutral', 'evaporator-foam'], strength: 'heavy', defaultWaterParts: 3, passes: 2 },
    'A packed plate-fin coil takes the heavy mix and most likely a second pass.',
  ),

  row('water-first', 0, {}, 'A clear coil wants a water rinse and nothing more.'),
  row('water-first', 1, {}, 'Several makers of all-aluminium and coated coils allow water only; a film goes with water.'),
  row(
    'water-first',
    2,
    { ladder: ['neutral', 'evaporator-foam'], waterMayDo: true, strength: 'medium', defaultWaterParts: 10 },
    'All-aluminium or coated: water first, neutral only if water fails and the manual allows it.',
  ),
  row(
    'water-first',
    3,
    { ladder: ['neutral', 'evaporator-foam'], waterMayDo: true, strength: 'heavy', defaultWaterParts: 10 },
    'All-aluminium or coated and blocked: water, then neutral, never anything stronger.',
  ),
  row(
    'water-first',
    4,
    {
      ladder: ['neutral', 'evaporator-foam'],
      waterMayDo: true,
      strength: 'heavy',
      defaultWaterParts: 10,
      passes: 3,
      outlook: 'Expect some of it to stay: this coil may not be washed any harder.',
    },
    'All-aluminium or coated and packed: neutral in two or three passes, and say what will not come off.',
  ),

  row('microchannel', 0, {}, 'A clear coil wants a water rinse and nothing more.'),
  row('microchannel', 1, {}, 'Microchannel is thin front to back: a film goes with water.'),
  row(
    'microchannel',
    2,
    { ladder: ['microchannel-cleaner', 'neutral'], waterMayDo: true, strength: 'medium', defaultWaterParts: 10 },
    'Loaded microchannel: a cleaner labelled for it, or neutral.',
  ),
  row(
    'microchannel',
    3,
    { ladder: ['microchannel-cleaner', 'neutral'], strength: 'heavy', defaultWaterParts: 10, passes: 2 },
    'Blocked microchannel: the labelled cleaner in two passes.',
  ),
  row(
    'microchannel',
    4,
    {
      ladder: ['microchannel-cleaner', 'neutral'],
      strength: 'heavy',
      defaultWaterParts: 10,
      passes: 2,
      outlook: 'It may not come clean: talk about replacing the coil.',
    },
    'Packed microchannel: two passes of the labelled cleaner; consider replacing.',
  ),

  row('evaporator', 0, {}, 'A clear indoor coil is looked at and its pan wiped.'),
  row(
    'evaporator',
    1,
    { ladder: ['evaporator-foam', 'neutral'], strength: 'light', defaultWaterParts: 10 },
    'Indoors only a product labelled for evaporators; a film takes its light mix.',
  ),
  row(
    'evaporator',
    2,
    { ladder: ['evaporator-foam', 'neutral'], strength: 'medium', defaultWaterParts: 8 },
    'Indoors only a product labelled for evaporators; patches take its medium mix.',
  ),
  row(
    'evaporator',
    3,
    { ladder: ['evaporator-foam', 'neutral'], strength: 'heavy', defaultWaterParts: 5 },
    'A blocked indoor coil: pre-rinse, evaporator foam, low-pressure rinse.',
  ),
  row(
    'evaporator',
    4,
    {
      ladder: ['evaporator-foam', 'neutral'],
      strength: 'heavy',
      defaultWaterParts: 5,
      passes: 2,
      outlook: 'It may not come clean in place: consider taking the coil out.',
    },
    'A packed indoor coil: two passes in place, or consider removing the coil.',
  ),
];

/** How one school walks the chart. */
export interface SchoolStep {
  /** Tried before the ladder of the chart. */
  first: Chemistry;
  passes: number;
  outlook: string;
}

const household = (chemistryGrade: Grade, passes: number, outlook: string): Rule<SurveyFacts, SchoolStep> => ({
  id: `school.household.${chemistryGrade}`,
  when: { chemistrySchool: 'household', group: 'plate-fin', chemistryGrade },
  then: { first: 'household', passes, outlook },
  because: passes > 1 ? `The household mix is mild: so much soil takes it ${passes} passes.` : 'A household mix does for a film.',
  source: commonPractice,
});

/** Where the household school puts its mix before the chart's ladder, and what that takes. Common practice, no source. */
export const SCHOOL_STEPS: readonly Rule<SurveyFacts, SchoolStep>[] = [
  household(1, 1, ''),
  household(2, 2, 'Soap and vinegar may leave an oil film: look with the torch before you say it is clean.'),
  household(3, 3, 'Expect patches to stay: soap and vinegar are mild. A foam made for coils would do it in one pass.'),
  household(4, 4, 'It will most likely not come clean this way: agree with the owner before you begin what the next step would be.'),
];
