import type { Because } from '../because';
import { checkGeometry, faceArea, finSurface } from '../equipment';
import { tableOf } from '../errors';
import { cansFor, CHEMISTRY_NAMES, rowShare, solutionVolume, type Cleaner } from '../mix';
import type { CoilSurvey } from '../survey';
import { adviceFor } from './advice';
import { CAUTION_STEPS, CAUTIONS, type CautionStep } from './cautions';
import { ENGINE_VERSION, type CoilPlan, type OpeningChoice } from './coilPlan';
import { CONDENSATE_RUN_S } from './condensate';
import { decide, jobFactsOf, type Decision } from './decide';
import { situationOf, type Situation } from './facts';
import { flipsOf } from './flips';
import type { HouseRules } from './houseRules';
import { kitFor } from './kit';
import type { CoilBuild, Ending, JobFacts, MethodContext } from './methodFacts';
import { missingFacts } from './missingFacts';
import { openingsFor } from './openings';
import { panDose, type PanDose } from './panDose';
import { reasonsOf } from './reasons';
import { rinseWaterOf } from './rinseWater';
import { allMatches } from './rule';
import { schoolsOf } from './schoolsFollowed';
import { rinsePace } from './sections';
import { isPossible } from './stages/opening';
import { workStage } from './stages/working';
import type { Verdict } from './stops';
import { coldOffers, wetOffers } from './wetOffers';

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
