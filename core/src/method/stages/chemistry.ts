import { commonPractice, fromHouseRule, type BecauseInput, type RuleRef } from '../../because';
import { CONSTRUCTION_TABLE } from '../../equipment';
import { CoreError } from '../../errors';
import { CHEMISTRIES, CHEMISTRY_NAMES, type Chemistry, type Cleaner } from '../../mix';
import { gradeFacts, SOIL_TABLE } from '../../survey';
import { CHEMISTRY_CHART, SCHOOL_STEPS, type ChartChoice, type SchoolStep } from '../chemistryChart';
import { COOLING_FROM_C } from '../condensate';
import type { Situation } from '../facts';
import { faceDrying } from '../faceDrying';
import { GRADE_SHIFTS } from '../gradeShifts';
import type { Ending } from '../methodFacts';
import { allMatches, firstMatch, refOf, type Rule } from '../rule';
import type { SurveyFacts } from '../methodFacts';
import { leastWetSeconds, rinsePace } from '../sections';
import type { Staged } from '../staged';
import { chemistryVetoes, labelVetoes } from '../vetoes';
import { BALANCE, type Drying } from './drying';
import { mistsAllowed, wetness, type DryTrouble } from './wetness';

/** A cleaner or chemistry that was looked at and turned down. */
export interface Rejected {
  name: string;
  why: string;
}

/** With what the coil is washed. */
export interface ChemistryChoice {
  chemistry: Chemistry;
  cleaner: Cleaner | null;
  /** The row of the chart that strength and passes go by. */
  chart: ChartChoice;
  waterFirst: boolean;
  passes: number;
  /** The row that says so. */
  passesRule: RuleRef;
  outlook: string;
  /** How the soak ends, and the row that says so. */
  ending: Ending;
  endingRule: string;
  /** The first choice of cleaner cannot be kept wet by cutting small alone; null when it can. */
  dryTrouble: DryTrouble | null;
  rejected: Rejected[];
}

interface Candidates {
  /** Cleaners that every veto and every label allows, best first. */
  cleaners: Cleaner[];
  rejected: Rejected[];
  vetoes: RuleRef[];
}

/** Walks a ladder of chemistries over the shelf. What comes after the first that may be used is looked at only for a gentler one. */
function candidates(ladder: readonly Chemistry[], { coil, facts, shelf, house }: Situation): Candidates {
  // Preferred ones first; among the rest, those whose labels are complete.
  const rank = (cleaner: Cleaner) => {
    const preferred = house.preferredCleaners.indexOf(cleaner.id);
    return preferred >= 0 ? preferred : house.preferredCleaners.length + ((cleaner.assumed?.length ?? 0) > 0 ? 1 : 0);
  };
  const found: Candidates = { cleaners: [], rejected: [], vetoes: [] };
  const reject = (name: string, why: string, veto?: RuleRef) => {
    if (found.cleaners.length > 0) return;
    found.rejected.push({ name, why });
    if (veto) found.vetoes.push(veto);
  };
  // One product that serves both coils is carried once: preferred, it goes before others, whatever their class.
  for (const id of house.preferredCleaners) {
    const cleaner = shelf.find((row) => row.id === id);
    if (!cleaner || !cleaner.indoor || !cleaner.outdoor || ladder.length === 0) continue;
    if (chemistryVetoes(cleaner.chemistry, facts).length === 0 && labelVetoes(cleaner, coil).length === 0) found.cleaners.push(cleaner);
  }
  for (const chemistry of ladder) {
    const veto = chemistryVetoes(chemistry, facts)[0];
    if (veto) {
      reject(CHEMISTRY_NAMES[chemistry], veto.because, veto);
      continue;
    }
    const own = shelf
      .filter((cleaner) => cleaner.chemistry === chemistry && !found.cleaners.includes(cleaner))
      .sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name, 'en'));
    if (own.length === 0) reject(CHEMISTRY_NAMES[chemistry], 'None on the shelf.');
    for (const cleaner of own) {
      const labelVeto = labelVetoes(cleaner, coil)[0];
      if (labelVeto) reject(cleaner.name, labelVeto.because, labelVeto);
      else found.cleaners.push(cleaner);
    }
  }
  return found;
}

/** Whether condensate rinses a no-rinse foam here, and if it does not, why. Common practice, no source. */
const ENDING_RULES: readonly Rule<SurveyFacts, Ending>[] = [
  {
    id: 'ending.school',
    when: { noRinse: 'rinse-anyway' },
    then: 'rinse',
    because: 'The shop rinses no-rinse foam all the same.',
    source: fromHouseRule,
  },
  {
    id: 'ending.not-running',
    when: { runsAfter: false },
    then: 'rinse',
    because: 'Its part is on order: without running it makes no condensate.',
    source: commonPractice,
  },
  {
    id: 'ending.loaded',
    when: { chemistryGrade: { min: 3 } },
    then: 'rinse',
    because: 'So much soil is rinsed off by hand.',
    source: commonPractice,
  },
  {
    id: 'ending.sensitive',
    when: { sensitiveOccupants: true },
    then: 'rinse',
    because: 'Someone sensitive lives here: nothing stays on the coil.',
    source: commonPractice,
  },
  {
    id: 'ending.dry-air',
    when: { condensate: 'no' },
    then: 'rinse',
    because: 'Return air is too dry: its dew point lies below the coil’s skin, so no condensate would run.',
    source: commonPractice,
  },
  {
    id: 'ending.cold',
    when: { dryBulbC: { max: COOLING_FROM_C } },
    then: 'rinse',
    because: 'Too cold outdoors for the system to cool for three quarters of an hour.',
    source: commonPractice,
  },
  {
    id: 'ending.drain',
    when: { drainState: 'bad' },
    then: 'rinse',
    because: 'The drain does not run. Clear it, flow-test it and plan again: condensate would fill the pan.',
    source: commonPractice,
  },
  {
    id: 'ending.pan',
    when: { panSound: 'no' },
    then: 'rinse',
    because: 'The pan may leak: rinse by hand in small pours and watch it.',
    source: commonPractice,
  },
  {
    id: 'ending.overflow',
    when: { overflowGuard: 'no' },
    then: 'rinse',
    because: 'Nothing stops the unit when the pan fills, so condensate cannot rinse it unwatched.',
    source: commonPractice,
  },
  {
    id: 'ending.unproven',
    when: { role: 'evaporator', drainState: 'unknown' },
    then: 'rinse',
    because: 'The drain was not flow-tested on this visit: rinse by hand until it is.',
    source: commonPractice,
  },
  {
    id: 'ending.pan-unseen',
    when: { role: 'evaporator', panSound: 'unknown' },
    then: 'rinse',
    because: 'The drain pan was not checked: rinse by hand until it is.',
    source: commonPractice,
  },
  {
    id: 'ending.float-untried',
    when: { role: 'evaporator', overflowGuard: 'unknown' },
    then: 'rinse',
    because: 'The float switch was not tested: rinse by hand until it is.',
    source: commonPractice,
  },
  {
    id: 'ending.condensate',
    when: { role: 'evaporator' },
    then: 'condensate',
    because: 'A no-rinse foam on a lightly soiled indoor coil: condensate rinses it.',
    source: commonPractice,
  },
  { id: 'ending.rinse', when: {}, then: 'rinse', because: 'What goes on outdoors is rinsed off.', source: commonPractice },
];

const strengthRank = (cleaner: Cleaner): number => CHEMISTRIES.indexOf(cleaner.chemistry);

/**
 * Fourth stage: the cleaner. The ladder of the chart, or of the school, is walked over the shelf; what would dry before its label's shortest dwell
 * is kept wet as the technician chose, exchanged for a gentler one, or left for water.
 * @param situation of the coil
 * @param drying of its faces
 * @throws CoreError unknown `construction` when no row of the chart fits
 * @example chemistryStage(situationOf(coil(), graded(3), mildDay, shelf, house()), dryingStage(situationOf(coil(), graded(3), mildDay, shelf, house())).value).value.cleaner.id // "alkaline"
 */
export function chemistryStage(situation: Situation, drying: Drying): Staged<ChemistryChoice> {
  const { coil, facts, survey, context, house } = situation;
  const chartRow = firstMatch(CHEMISTRY_CHART, facts);
  if (!chartRow) throw new CoreError('unknown', 'construction', 'No row of the chemistry chart fits this coil.');
  const chart = chartRow.then;
  const schoolRow = chart.ladder.length > 0 ? firstMatch(SCHOOL_STEPS, facts) : undefined;
  const ladder = schoolRow ? [schoolRow.then.first, ...chart.ladder.filter((row) => row !== schoolRow.then.first)] : chart.ladder;
  const { cleaners, rejected, vetoes } = candidates(ladder, situation);

  const endingRow = firstMatch(ENDING_RULES, facts)!;
  const endingOf = (cleaner: Cleaner): Ending => (cleaner.rinseNeeded ? 'rinse' : endingRow.then);
  const bare = context.site && facts.keepWet === 'shade' ? faceDrying(coil, context) : drying.faces;
  const staysWetBy = (cleaner: Cleaner, mists: number, faces = drying.faces) =>
    wetness(situation, cleaner, faces, mists, endingOf(cleaner)).fit !== null;
  const first = cleaners[0] ?? null;
  const troubled = first !== null && !staysWetBy(first, 0, bare);
  const gentler = troubled
    ? (cleaners.slice(1).find((cleaner) => strengthRank(cleaner) <= strengthRank(first) && staysWetBy(cleaner, 0, bare)) ?? null)
    : null;
  const paceS = rinsePace(facts.grade, facts.rows);
  const dryTrouble =
    troubled && first
      ? {
          cleaner: first,
          needS: leastWetSeconds(coil.geometry, { dwellMinS: first.dwellMinS, paceS }),
          paceS,
          gentler: gentler?.name ?? null,
        }
      : null;
  const wanted = troubled && facts.keepWet === 'gentler' && gentler ? gentler : first;
  const cleaner = wanted && (wanted === gentler || staysWetBy(wanted, mistsAllowed(situation))) ? wanted : null;

  const school: SchoolStep | null = schoolRow && cleaner?.chemistry === schoolRow.then.first ? schoolRow.then : null;
  const waterFirst = cleaner !== null && chart.waterMayDo && house.chemistry === 'water-first' && !facts.oily;
  const ending = cleaner ? endingOf(cleaner) : 'rinse';
  const rules: RuleRef[] = [refOf(chartRow), ...(schoolRow && school ? [refOf(schoolRow)] : []), ...vetoes];
  for (const shift of allMatches(GRADE_SHIFTS, facts)) rules.push(refOf(shift));
  if (ladder.length > 0 && cleaners.length === 0)
    rules.push({ id: 'chemistry.none-left', because: 'Nothing on the shelf may be used here, so water only.', source: commonPractice });
  const tooDry = first !== null && cleaner === null;
  if (tooDry)
    rules.push({
      id: 'dry.too-fast',
      because: 'Foam would dry on the coil before the label’s shortest dwell: water only, or another hour, or shade.',
      source: BALANCE,
    });
  if (cleaner && chart.waterMayDo)
    rules.push({
      id: `chemistry.school.${house.chemistry}`,
      because: waterFirst ? 'Water first: cleaner only if the torch still shows dark.' : 'Straight to the cleaner.',
      source: fromHouseRule,
    });
  if (cleaner && !cleaner.rinseNeeded && facts.role === 'evaporator') rules.push(refOf(endingRow));
  if (first && first !== cleaner) rejected.push({ name: first.name, why: 'It would dry before the label’s shortest dwell.' });
  const inputs: BecauseInput[] = [
    { label: 'Construction', text: coil.role === 'evaporator' ? 'Indoor coil' : CONSTRUCTION_TABLE[coil.construction].name },
    { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` },
    { label: 'Soil', text: survey.soils.map((soil) => SOIL_TABLE[soil].name).join(', ') || 'not said' },
    ...rejected.map((row) => ({ label: `Not ${row.name}`, text: row.why })),
  ];
  return {
    value: {
      chemistry: cleaner?.chemistry ?? 'water',
      cleaner,
      chart,
      waterFirst,
      passes: school?.passes ?? chart.passes,
      passesRule: refOf(school && schoolRow ? schoolRow : chartRow),
      outlook: school?.outlook ?? chart.outlook,
      ending,
      endingRule: endingRow.id,
      dryTrouble,
      rejected,
    },
    inputs,
    rules,
  };
}
