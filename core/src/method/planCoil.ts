import { tableOf } from '../errors';
import type { Because } from '../because';
import type { DryTime } from '../dryout';
import { checkGeometry, faceArea, finSurface } from '../equipment';
import { formatRatio } from '../units';
import { cansFor, CHEMISTRY_NAMES, LABEL_GAP_NAMES, rowShare, solutionVolume, type Chemistry, type Cleaner } from '../mix';
import { rowName, ungraded, type CoilSurvey, type Grade, type KeepWet, type OpeningId } from '../survey';
import { adviceFor } from './advice';
import { CAUTION_STEPS, CAUTIONS, type Caution, type CautionStep } from './cautions';
import { CONDENSATE_RUN_S } from './condensate';
import { decide, jobFactsOf, type Decision } from './decide';
import type { DwellWindow } from './dwell';
import { situationOf, type Situation } from './facts';
import { flipsOf } from './flips';
import type { Foaming } from './foaming';
import { SCHOOL_NAMES, type HouseRules } from './houseRules';
import { kitFor, type KitItem } from './kit';
import type { CoilBuild, Ending, JobFacts, MethodContext } from './methodFacts';
import { openingsFor } from './openings';
import { panDose, type PanDose } from './panDose';
import { reasonsOf } from './reasons';
import type { Rinse } from './rinse';
import { allMatches } from './rule';
import { rinseWaterOf, type RinseWater } from './rinseWater';
import { rinsePace, type Section } from './sections';
import type { Rejected } from './stages/chemistry';
import { isPossible } from './stages/opening';
import { workStage } from './stages/working';
import type { WorkStep } from './steps';
import type { Stop, Verdict } from './stops';
import { coldOffers, wetOffers, type WetOffer } from './wetOffers';

/** Raised whenever the same facts could give another plan; stored plans keep the version that made them. */
export const ENGINE_VERSION = '7';

/** One way to open this coil, against opening the least. */
export interface OpeningChoice {
  id: OpeningId;
  name: string;
  what: string;
  minutes: number;
  givesUp: string;
}

/** The plan for one coil, as it is stored with the visit. */
export interface CoilPlan {
  engine: string;
  coilId: string;
  verdict: Verdict;
  stop: Stop | null;
  opening: OpeningId;
  /** What the rules would open to, whatever was chosen. */
  proposedOpening: OpeningId;
  openings: OpeningChoice[];
  kit: KitItem[];
  /** How to pour over the pan; null outdoors or when pan and drain were not measured. */
  panDose: Omit<PanDose, 'because'> | null;
  advice: string[];
  /** The schools this plan follows, in words. */
  schools: string[];
  /** Schools of the shop that this coil does not allow, each with why; left out by plans of before it was said. */
  schoolsLeft?: string[];
  /** The facts it was made from, as they were then; plans of older versions hold fewer. */
  facts: JobFacts;
  grade: Grade;
  /** Grade that chemistry was chosen by, after grease and corrosion. */
  chemistryGrade: Grade;
  chemistry: Chemistry;
  cleanerId: string | null;
  cleanerName: string;
  /** Water to one of concentrate; 0 straight; null when no cleaner is used. */
  waterParts: number | null;
  /** Try water alone first; the cleaner only if the torch still shows dark. */
  waterFirst: boolean;
  dwell: DwellWindow | null;
  /** How the soak ends; plans of before condensate could do it leave it out and are rinsed. */
  ending?: Ending;
  /** How long condensate rinses, s; null where it does not. */
  condensateRunS?: { least: number; most: number } | null;
  /** Time until foam dries at the conditions noted, s, without margin; `never` in air that takes nothing up. */
  drySeconds: DryTime | null;
  dryLift: boolean;
  passes: number;
  /** How foam goes on; null where nothing is foamed, left out by plans of before it was said. */
  foaming?: Foaming | null;
  rinse: Rinse;
  /** Rinse of each m² of face, s; left out by plans of before it went by grade. */
  rinseSPerM2?: number;
  /** Water of all passes, as it comes out of what it is rinsed with; null where nothing wet is poured by hand. */
  water?: RinseWater | null;
  /** How it is done by hand, where condensate was to do it and did not; left out where that is how it is done. */
  rinseByHand?: Rinse;
  sections: Section[];
  /** How often foam is wetted again during the dwell; left out by plans of before misting. */
  mists?: number;
  /** What can be done about foam that would dry, or the cold, and which was chosen; left out where there is no trouble. */
  wet?: { chosen: KeepWet; cleanerName: string; offers: WetOffer[] };
  /** Ready mix needed, L; null when no cleaner is used. */
  solutionL: number | null;
  /** Whole cans to carry; null for what is mixed or not needed. */
  cans?: number | null;
  steps: WorkStep[];
  totalSeconds: number;
  /** Of which somebody's hands, s; left out by plans of before the two were told apart. */
  handsOnS?: number;
  cautions: Caution[];
  outlook: string;
  /** What was not known; the plan is on the careful side for each. */
  missing: string[];
  rejected: Rejected[];
  because: Because[];
}

/** What the coil takes of the cleaner, by the film on its fins, or by what a can covers. */
function quantityOf(
  { coil, context }: Situation,
  { chemistry }: Decision,
): { litres: number; cans: number | null; because: Because } | null {
  const { cleaner, passes } = chemistry.value;
  if (!cleaner) return null;
  if (cleaner.form === 'aerosol' && cleaner.packL !== undefined) {
    const count = cansFor({
      faceAreaM2: faceArea(coil.geometry),
      rows: coil.geometry.rows,
      passes,
      packL: cleaner.packL,
      learnedM2: context.canYieldM2?.[cleaner.id] ?? null,
    });
    return { litres: count.litres, cans: count.carry, because: count.because };
  }
  const { geometry } = coil;
  const finSurfaceM2 = (finSurface(geometry) / geometry.rows) * rowShare(geometry.rows);
  const { litres, because } = solutionVolume({ finSurfaceM2, applied: 'foam', passes });
  return { litres, cans: null, because };
}

function wetOf({ coil, context, facts, house }: Situation, { stop, chemistry }: Decision): CoilPlan['wet'] {
  const { verdict } = stop.value;
  const { dryTrouble } = chemistry.value;
  if (verdict === 'postpone' && facts.tooCold && coil.role === 'condenser')
    return { chosen: 'none', cleanerName: '', offers: coldOffers(coil, context, house.minimumOutdoorC) };
  return dryTrouble && verdict === 'wash'
    ? {
        chosen: facts.keepWet,
        cleanerName: dryTrouble.cleaner.name,
        offers: wetOffers(coil, context, dryTrouble, house.minimumOutdoorC),
      }
    : undefined;
}

/** What a plan follows of the shop's schools, and what was laid aside for this coil, with why. Nothing is named that nothing came of. */
function schoolsOf({ house, facts }: Situation, { chemistry, rinse, soak, stop }: Decision): Pick<CoilPlan, 'schools' | 'schoolsLeft'> {
  const schools: string[] = [];
  const schoolsLeft: string[] = [];
  if (stop.value.verdict !== 'wash') return { schools, schoolsLeft };
  const { cleaner, waterFirst, ending } = chemistry.value;
  const say = (name: string, followed: boolean, why: string) => {
    if (followed) schools.push(name);
    else schoolsLeft.push(`${name}: ${why}`);
  };
  const bySchool = { 'water-first': waterFirst, cleaner: cleaner !== null && !waterFirst, household: cleaner?.chemistry === 'household' };
  const name = SCHOOL_NAMES.chemistry[house.chemistry];
  if (facts.chemistryGrade > 0 && chemistry.value.chart.ladder.length > 0)
    say(
      name,
      bySchool[house.chemistry],
      cleaner === null
        ? 'nothing that may be used here'
        : house.chemistry === 'water-first'
          ? 'this coil goes straight to cleaner'
          : 'ruled out here',
    );
  if (soak.value.dwell && ending === 'rinse')
    say(
      SCHOOL_NAMES.dwell[house.dwell],
      !soak.rules.some(({ id }) => id === 'dwell.drying'),
      soak.rules.find(({ id }) => id === 'dwell.drying')?.because ?? '',
    );
  const way = rinse.rules.find(({ id }) => id.startsWith('rinse.'));
  if (facts.role === 'condenser' && way)
    say(
      SCHOOL_NAMES.rinse[house.rinse],
      rinse.rules.some(({ id }) => id.startsWith('rinse.school')),
      way.because,
    );
  return { schools, schoolsLeft };
}

/**
 * The whole decision for one coil: whether to wash, with what, how strong, how long, how to rinse, in what pieces, and why.
 * Deterministic; no clock, no randomness.
 * @param coil as it is built
 * @param survey what was seen of it
 * @param context the visit around it
 * @param shelf cleaners that may be used; only these are ever proposed
 * @param house the shop's rules
 * @returns the plan, ready to be stored
 * @throws CoreError missing `grades` when nothing is graded; out-of-range for an impossible geometry or air
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).cleanerName // "alkaline"
 */
export function planCoil(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): CoilPlan {
  checkGeometry(coil.geometry);
  const situation = situationOf(coil, survey, context, shelf, house);
  const decision = decide(situation);
  const facts = jobFactsOf(situation, decision);
  const work = workStage(situation, facts, decision.sections.value, decision.soak.value);
  const { cleaner, chemistry, ending } = decision.chemistry.value;
  const { verdict, stop } = decision.stop.value;
  const quantity = quantityOf(situation, decision);
  const dose = panDoseOf(situation, ending);
  const wet = wetOf(situation, decision);
  return {
    engine: ENGINE_VERSION,
    coilId: coil.id,
    verdict,
    stop,
    opening: facts.opening,
    proposedOpening: decision.opening.value.proposed,
    openings: openingChoices(coil, facts),
    kit: facts.washes ? kitFor(facts) : [],
    panDose: dose && { doseL: dose.doseL, pauseS: dose.pauseS, continuous: dose.continuous },
    advice: adviceFor(facts, house, house.units),
    ...schoolsOf(situation, decision),
    facts,
    grade: facts.grade,
    chemistryGrade: facts.chemistryGrade,
    chemistry,
    cleanerId: cleaner?.id ?? null,
    cleanerName: cleaner?.name ?? CHEMISTRY_NAMES.water,
    waterParts: decision.strength.value,
    waterFirst: facts.waterFirst,
    dwell: decision.soak.value.dwell,
    ending,
    condensateRunS: ending === 'condensate' ? { ...CONDENSATE_RUN_S } : null,
    drySeconds: decision.drying.value.first,
    dryLift: facts.dryLift,
    passes: facts.passes,
    foaming: decision.foaming.value,
    rinse: decision.rinse.value.rinse,
    rinseSPerM2: rinsePace(facts.grade, facts.rows),
    water: rinseWaterOf(facts, decision.sections.value, house),
    ...(ending === 'condensate' ? { rinseByHand: decision.rinse.value.byHand } : {}),
    sections: decision.sections.value,
    mists: decision.soak.value.fit.mists,
    ...(wet ? { wet } : {}),
    solutionL: quantity?.litres ?? null,
    cans: quantity?.cans ?? null,
    steps: work.value.steps,
    totalSeconds: work.value.totalSeconds,
    handsOnS: work.value.handsOnS,
    cautions: allMatches(CAUTIONS, facts)
      .map((rule) => rule.then)
      .filter(({ step }) => CAUTIONS_OF[verdict].includes(step))
      .sort((a, b) => CAUTION_STEPS.indexOf(a.step) - CAUTION_STEPS.indexOf(b.step)),
    outlook: decision.chemistry.value.outlook,
    missing: missingFacts(situation, decision),
    rejected: decision.chemistry.value.rejected,
    because: [
      ...(dose ? [dose.because] : []),
      ...reasonsOf(decision, work, flipsOf(situation, decision)),
      ...(quantity ? [quantity.because] : []),
    ],
  };
}

/** Nothing is poured where condensate rinses. */
function panDoseOf({ coil, survey, house }: Situation, ending: Ending): PanDose | null {
  const { panVolumeL, drainLMin } = survey.answers;
  return coil.role === 'evaporator' && ending === 'rinse' && panVolumeL !== null && drainLMin !== null
    ? panDose({ panVolumeL, drainLMin, pourLMin: house.sprayerLMin })
    : null;
}

/** Share of the opening time that two people take. Common practice, no source. */
const HELPER_SHARE = 0.65;

function openingChoices(coil: CoilBuild, { helper, discharge }: JobFacts): OpeningChoice[] {
  const share = helper ? HELPER_SHARE : 1;
  return openingsFor(coil.role)
    .filter((opening) => isPossible(opening.id, { role: coil.role, topOpens: coil.topOpens, discharge }))
    .map(({ id, name, what, minutes, givesUp }) => ({
      id,
      name,
      what,
      minutes: Math.round(minutes * share),
      givesUp,
    }));
}

/** Where hazards can bite at all: nothing is opened where a job stops, and nothing gets wet where a coil is only looked at. */
const CAUTIONS_OF: Record<Verdict, readonly CautionStep[]> = tableOf('verdict', {
  wash: CAUTION_STEPS,
  inspect: ['arrive', 'gate', 'open', 'close'],
  postpone: ['arrive'],
  stop: ['arrive'],
});

/** Rows that would fall away if somebody tried. */
const UNTRIED: readonly string[] = ['ending.unproven', 'ending.pan-unseen', 'ending.float-untried'];

/** What was not known; the plan is on the careful side for each. */
function missingFacts(situation: Situation, { stop, chemistry, rinse }: Decision): string[] {
  const { coil, survey, context, shelf, house, facts } = situation;
  const { cleaner, ending } = chemistry.value;
  const { rows, faces } = coil.geometry;
  const open = ungraded(
    survey.grades,
    faces.map((face) => face.id),
    rows,
  ).map(({ faceId, row }) => [faces.find((face) => face.id === faceId)?.name ?? faceId, rowName(rows, row)].filter(Boolean).join(' '));
  const washes = stop.value.verdict === 'wash';
  const missing: string[] = [];
  if (open.length > 0) missing.push(`Not graded: ${open.join(', ')}. Planned for the worst grade given.`);
  if (coil.construction === 'unknown') {
    const copper = decide(situationOf({ ...coil, construction: 'copper-plate-fin' }, survey, context, shelf, house));
    const { cleaner: other } = copper.chemistry.value;
    const strength = copper.strength.value;
    const words = other ? `${other.name}${strength ? ` ${formatRatio(strength)}` : ''}` : 'water';
    missing.push(`Construction not known: planned as all-aluminium. On copper tube it would be: ${words}.`);
  }
  if (coil.sizeEstimated) missing.push('Size taken from the capacity, not measured: volume and times are estimates.');
  if (coil.role === 'condenser' && !context.site) missing.push('No conditions noted: the clock cannot say when foam dries.');
  if (washes && rinse.rules.some((rule) => rule.id === 'force.not-stiff'))
    missing.push('Nobody has tried how stiff the fins are: rinsed gently until somebody does.');
  if (washes && ending === 'condensate' && facts.condensate === 'unknown')
    missing.push('Return air not measured: in dry air no condensate runs. Note its humidity in Look, or rinse by hand.');
  if (washes && cleaner && !cleaner.rinseNeeded && UNTRIED.includes(chemistry.value.endingRule))
    missing.push(
      `Condensate can rinse ${cleaner.name} after three checks: drain flow test, drain pan, float switch. Until then rinse by hand.`,
    );
  if (cleaner?.assumed && cleaner.assumed.length > 0)
    missing.push(
      `The label of ${cleaner.name} is not complete on the shelf. Taken on the mild side of its class: ${cleaner.assumed.map((gap) => LABEL_GAP_NAMES[gap]).join(', ')}.`,
    );
  return missing;
}
