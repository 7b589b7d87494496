import type { Because } from '../because';
import { checkGeometry, finSurface } from '../equipment';
import { formatRatio } from '../units';
import { LABEL_GAP_NAMES, CHEMISTRY_NAMES, solutionVolume, type Chemistry, type Cleaner } from '../mix';
import { completeSurvey, ungradedFaces, type CoilSurvey, type Grade, type KeepWet, type OpeningId } from '../survey';
import { adviceFor } from './advice';
import { kitFor, type KitItem } from './kit';
import { openingsFor, proposedOpening } from './openings';
import { panDose, type PanDose } from './panDose';
import { becauseOf, openingBecause } from './planReasons';
import { allMatches } from './rule';
import { CAUTIONS, type Caution } from './cautions';
import { decide, type Rejected } from './decide';
import type { DwellWindow } from './dwell';
import { workOrder } from './faceDrying';
import { factsOf, isPossible } from './facts';
import type { CoilBuild, MethodContext, MethodFacts } from './methodFacts';
import { SCHOOL_NAMES, type HouseRules } from './houseRules';
import type { Rinse } from './rinse';
import { APPLY_S_PER_M2, cutSections, RINSE_S_PER_M2, type Section } from './sections';
import type { Stop, Verdict } from './stops';
import { coldOffers, wetOffers, type WetOffer } from './wetOffers';
import { workSteps, type WorkStep } from './workSteps';

/** Raised whenever the same facts could give another plan; stored plans keep the version that made them. */
export const ENGINE_VERSION = '4';

/** One way to open this coil, priced against opening the least. */
export interface OpeningChoice {
  id: OpeningId;
  name: string;
  what: string;
  minutes: number;
  /** In the shop's money at its hourly rate; 0 when it names none. */
  price: number;
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
  /** The facts it was made from, as they were then. */
  facts: MethodFacts;
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
  /** Time until foam dries at the conditions noted, s, without margin. */
  drySeconds: number | null;
  dryLift: boolean;
  passes: number;
  rinse: Rinse;
  sections: Section[];
  /** How often foam is wetted again during the dwell; left out by plans of before misting. */
  mists?: number;
  /** What can be done about foam that would dry, or the cold, and which was chosen; left out where there is no trouble. */
  wet?: { chosen: KeepWet; cleanerName: string; offers: WetOffer[] };
  /** Ready mix needed, L; null when no cleaner is used. */
  solutionL: number | null;
  steps: WorkStep[];
  totalSeconds: number;
  cautions: Caution[];
  outlook: string;
  /** What was not known; the plan is on the careful side for each. */
  missing: string[];
  rejected: Rejected[];
  because: Because[];
}

const SOAKING_TOGETHER = 2;

/** Time to wash all sections: foam and rinse one after another, with two soaking at a time. */
function washSeconds(sections: Section[], dwell: DwellWindow | null, rows: number): number {
  const area = sections.reduce((sum, section) => sum + section.areaM2, 0);
  const handsOn = area * (RINSE_S_PER_M2 * rows + (dwell ? APPLY_S_PER_M2 : 0));
  return handsOn + (dwell ? dwell.minS * Math.ceil(sections.length / SOAKING_TOGETHER) : 0);
}

/**
 * The whole decision for one coil: whether to wash, with what, how strong, how long, how to rinse, in what pieces, and why.
 * Deterministic; no clock, no randomness.
 * @param shelf cleaners that may be used; only these are ever proposed
 * @throws CoreError missing `grades` when nothing is graded; out-of-range for an impossible geometry
 */
export function planCoil(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): CoilPlan {
  checkGeometry(coil.geometry);
  const facts = factsOf(coil, survey, context);
  const decision = decide(coil, facts, context, shelf, house);
  const { cleaner, dwell } = decision;
  const sections =
    decision.verdict === 'wash'
      ? cutSections(coil.geometry, workOrder(coil.geometry.faces, decision.drying), decision.largestM2, decision.drying)
      : [];
  const surface = finSurface(coil.geometry);
  const solution = cleaner ? solutionVolume({ finSurfaceM2: surface, applied: 'foam', passes: decision.passes }) : null;
  const wash = washSeconds(sections, dwell, coil.geometry.rows);
  const washes = decision.verdict === 'wash';
  const complete = completeSurvey(survey);
  const proposed = proposedOpening(facts);
  const dose = panDoseOf(coil, complete);
  const trouble = decision.dryTrouble;
  const wet =
    decision.stop?.verdict === 'postpone' && facts.dryBulbC !== null && facts.dryBulbC < house.minimumOutdoorC
      ? { chosen: 'none' as const, cleanerName: '', offers: coldOffers(coil, context, house.minimumOutdoorC) }
      : trouble && washes
        ? { chosen: facts.keepWet, cleanerName: trouble.cleaner.name, offers: wetOffers(coil, context, trouble, house.minimumOutdoorC) }
        : null;
  const steps = washes
    ? workSteps(facts, {
        usesCleaner: cleaner !== null,
        dryLift: decision.dryLift,
        passes: decision.passes,
        washSeconds: wash,
        washText: cleaner ? `Foam, soak and rinse ${sections.length} sections` : `Rinse ${sections.length} sections`,
      })
    : [];
  return {
    engine: ENGINE_VERSION,
    coilId: coil.id,
    verdict: decision.verdict,
    stop: decision.stop,
    opening: facts.opening,
    proposedOpening: proposed.then,
    openings: openingChoices(coil, house, facts.helper),
    kit: washes
      ? kitFor(facts, { usesCleaner: cleaner !== null, strongAlkali: decision.chemistry === 'alkaline-foam', dryLift: decision.dryLift })
      : [],
    panDose: dose && { doseL: dose.doseL, pauseS: dose.pauseS, continuous: dose.continuous },
    advice: adviceFor(facts, complete, house, house.units),
    schools: [SCHOOL_NAMES.chemistry[house.chemistry], SCHOOL_NAMES.dwell[house.dwell], SCHOOL_NAMES.rinse[house.rinse]],
    facts,
    grade: facts.grade,
    chemistryGrade: facts.chemistryGrade,
    chemistry: decision.chemistry,
    cleanerId: cleaner?.id ?? null,
    cleanerName: cleaner?.name ?? CHEMISTRY_NAMES.water,
    waterParts: decision.waterParts,
    waterFirst: decision.waterFirst,
    dwell,
    drySeconds: decision.drySeconds,
    dryLift: decision.dryLift,
    passes: decision.passes,
    rinse: decision.rinse,
    sections,
    mists: decision.mists,
    ...(wet ? { wet } : {}),
    solutionL: solution?.litres ?? null,
    steps,
    totalSeconds: steps.reduce((sum, step) => sum + step.seconds, 0),
    cautions: allMatches(CAUTIONS, facts)
      .map((rule) => rule.then)
      .filter((caution) => (!caution.withCleaner || cleaner) && (!caution.strongAlkali || decision.chemistry === 'alkaline-foam')),
    outlook: decision.outlook,
    missing: missingFacts(coil, survey, context, cleaner, () => {
      const copper: CoilBuild = { ...coil, construction: 'copper-plate-fin' };
      const other = decide(copper, factsOf(copper, survey, context), context, shelf, house);
      return other.cleaner ? `${other.cleaner.name}${other.waterParts ? ` ${formatRatio(other.waterParts)}` : ''}` : 'water';
    }),
    rejected: decision.rejected,
    because: [
      openingBecause(facts, proposed),
      ...(dose ? [dose.because] : []),
      ...becauseOf(coil, survey, context, shelf, house, decision, sections),
      ...(solution ? [solution.because] : []),
    ],
  };
}

/** What a low-pressure hand sprayer gives, L/min. Common practice, no source. */
export const SPRAYER_L_MIN = 1.5;

function panDoseOf(coil: CoilBuild, survey: CoilSurvey): PanDose | null {
  const { panVolumeL, drainLMin } = survey.answers;
  return coil.role === 'evaporator' && panVolumeL !== null && drainLMin !== null
    ? panDose({ panVolumeL, drainLMin, pourLMin: SPRAYER_L_MIN })
    : null;
}

/** Share of the opening time that two people take. Common practice, no source. */
const HELPER_SHARE = 0.65;

function openingChoices(coil: CoilBuild, house: HouseRules, helper: boolean): OpeningChoice[] {
  const share = helper ? HELPER_SHARE : 1;
  return openingsFor(coil.role)
    .filter((opening) => isPossible(opening.id, { role: coil.role, topOpens: coil.topOpens }))
    .map(({ id, name, what, minutes, givesUp }) => ({
      id,
      name,
      what,
      minutes: Math.round(minutes * share),
      price: (house.hourlyRate * minutes * share) / 60,
      givesUp,
    }));
}

function missingFacts(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  cleaner: Cleaner | null,
  onCopper: () => string,
): string[] {
  const ungraded = ungradedFaces(
    survey,
    coil.geometry.faces.map((face) => face.id),
    coil.geometry.rows,
  );
  const names = coil.geometry.faces.filter((face) => ungraded.includes(face.id)).map((face) => face.name);
  const missing: string[] = [];
  if (names.length > 0) missing.push(`Not graded on every row: ${names.join(', ')}. Planned for the worst grade given.`);
  if (coil.construction === 'unknown')
    missing.push(`Construction not known: planned as all-aluminium. On copper tube it would be: ${onCopper()}.`);
  if (coil.sizeEstimated) missing.push('Size taken from the capacity, not measured: volume and times are estimates.');
  if (coil.role === 'condenser' && !context.site) missing.push('No conditions noted: the clock cannot say when foam dries.');
  if (cleaner?.assumed && cleaner.assumed.length > 0)
    missing.push(
      `The label of ${cleaner.name} is not complete on the shelf. Taken on the mild side of its class: ${cleaner.assumed.map((gap) => LABEL_GAP_NAMES[gap]).join(', ')}.`,
    );
  return missing;
}
