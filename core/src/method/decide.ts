import { fromHouseRule, type RuleRef } from '../because';
import { CHEMISTRY_NAMES, type Chemistry, type Cleaner } from '../mix';
import { CoreError } from '../errors';
import { CHEMISTRY_CHART, type ChartChoice } from './chemistryChart';
import type { DwellWindow } from './dwell';
import { driesFirst, faceDrying, type FaceDrying } from './faceDrying';
import type { CoilBuild, MethodContext, MethodFacts } from './methodFacts';
import type { HouseRules } from './houseRules';
import { BALANCE, keepWet, type DryTrouble } from './keepWet';
import { RINSE_RULES, RINSE_SCHOOL_TABLE, type Rinse } from './rinse';
import { firstMatch, refOf, type Rule } from './rule';
import { STOPS, type Stop, type Verdict } from './stops';
import { chemistryVetoes, labelVetoes } from './vetoes';

/** A cleaner or chemistry that was looked at and turned down. */
export interface Rejected {
  name: string;
  why: string;
}

/** The bare outcome of the rules: every choice, and the rules behind each. */
export interface Decision {
  verdict: Verdict;
  stop: Stop | null;
  chemistry: Chemistry;
  cleaner: Cleaner | null;
  waterParts: number | null;
  waterFirst: boolean;
  dwell: DwellWindow | null;
  dryLift: boolean;
  passes: number;
  rinse: Rinse;
  outlook: string;
  /** Time until the outer skin of the face that dries first is dry, s; null indoors or when no air was noted. */
  drySeconds: number | null;
  drying: FaceDrying[];
  /** Largest section that stays wet, m² by face id; a face that drying does not limit is not there. */
  largestM2: Record<string, number>;
  /** How often foam has to be wetted again during the dwell. */
  mists: number;
  /** The first choice of cleaner cannot be kept wet by cutting small alone; null when it can. */
  dryTrouble: DryTrouble | null;
  rejected: Rejected[];
  rules: Record<'verdict' | 'chemistry' | 'strength' | 'dwell' | 'dryLift' | 'passes' | 'rinse' | 'sections', RuleRef[]>;
}

const dryLiftRule = (facts: MethodFacts): RuleRef | null =>
  facts.grade >= 2 && facts.felts
    ? {
        id: 'dry-lift.felt',
        because: 'Felt, leaves or lumps come off dry before any water makes mud of them.',
        source: { kind: 'common-practice', name: '' },
      }
    : facts.grade === 4
      ? {
          id: 'dry-lift.packed',
          because: 'A packed coil is lifted dry first, whatever the soil.',
          source: { kind: 'common-practice', name: '' },
        }
      : null;

/** Ladder as the shop's school walks it. Household comes first only where the ladder allows it at all. */
function schoolLadder(choice: ChartChoice, rules: HouseRules, facts: MethodFacts): readonly Chemistry[] {
  if (rules.chemistry !== 'household' || facts.group !== 'plate-fin' || choice.ladder.length === 0) return choice.ladder;
  return facts.chemistryGrade <= 2 ? ['household', ...choice.ladder.filter((c) => c !== 'household')] : choice.ladder;
}

/**
 * Strength for the step: the label's figure; where the label is silent on that step, its next lighter figure; else the chart's default.
 * A cleaner that is not a concentrate is used as it is.
 */
function strengthOf(cleaner: Cleaner, choice: ChartChoice): { waterParts: number; rule: RuleRef } {
  const label = { kind: 'label', name: `the label of ${cleaner.name}` } as const;
  if (cleaner.form !== 'concentrate')
    return { waterParts: 0, rule: { id: 'strength.ready', because: 'Used as it comes, nothing is added.', source: label } };
  const step = choice.strength ?? 'light';
  const lighter = { heavy: ['heavy', 'medium', 'light'], medium: ['medium', 'light'], light: ['light'] } as const;
  for (const candidate of lighter[step]) {
    const figure = cleaner.chart[candidate];
    if (figure !== null)
      return { waterParts: figure, rule: { id: `strength.label.${candidate}`, because: `The label’s ${candidate} mix.`, source: label } };
  }
  if (choice.defaultWaterParts === null)
    throw new CoreError('missing', 'chart', `${cleaner.name} has no strength on its label and the chart has none to fall back on.`);
  return {
    waterParts: choice.defaultWaterParts,
    rule: {
      id: `strength.default.${step}`,
      because: 'The label gives no figure: the usual one for this grade.',
      source: { kind: 'common-practice', name: '' },
    },
  };
}

interface Picked {
  cleaner: Cleaner | null;
  rejected: Rejected[];
  vetoes: RuleRef[];
}

function pickCleaner(
  ladder: readonly Chemistry[],
  coil: CoilBuild,
  facts: MethodFacts,
  shelf: readonly Cleaner[],
  preferred: readonly string[],
): Picked {
  // Preferred ones first; among the rest, those whose labels are complete.
  const rank = (cleaner: Cleaner) =>
    preferred.includes(cleaner.id) ? preferred.indexOf(cleaner.id) : preferred.length + ((cleaner.assumed?.length ?? 0) > 0 ? 1 : 0);
  const rejected: Rejected[] = [];
  const vetoes: RuleRef[] = [];
  for (const chemistry of ladder) {
    const chemistryVeto = chemistryVetoes(chemistry, facts)[0];
    if (chemistryVeto) {
      rejected.push({ name: CHEMISTRY_NAMES[chemistry], why: chemistryVeto.because });
      vetoes.push(chemistryVeto);
      continue;
    }
    const candidates = shelf
      .filter((cleaner) => cleaner.chemistry === chemistry)
      .sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name, 'en'));
    if (candidates.length === 0) rejected.push({ name: CHEMISTRY_NAMES[chemistry], why: 'None on the shelf.' });
    for (const cleaner of candidates) {
      const veto = labelVetoes(cleaner, coil)[0];
      if (!veto) return { cleaner, rejected, vetoes };
      rejected.push({ name: cleaner.name, why: veto.because });
      vetoes.push(veto);
    }
  }
  return { cleaner: null, rejected, vetoes };
}

function stopFor(facts: MethodFacts, rules: HouseRules): Rule<Stop> | null {
  const stop = firstMatch(STOPS, facts);
  if (stop) return stop;
  if (facts.role === 'condenser' && facts.dryBulbC !== null && facts.dryBulbC < rules.minimumOutdoorC) {
    return {
      id: 'stop.cold',
      when: {},
      then: { verdict: 'postpone', title: 'Too cold to wash', action: 'Come back on a warmer day.' },
      because: 'Near freezing the chemistry slows and rinse water can freeze on the coil.',
      source: fromHouseRule,
    };
  }
  return null;
}

/**
 * Walks the rule tables for one coil. Pure and quick; planCoil calls it again on neighbouring facts to see what would flip.
 * @throws CoreError missing `chart`
 */
export function decide(
  coil: CoilBuild,
  facts: MethodFacts,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): Decision {
  const chart = firstMatch(CHEMISTRY_CHART, facts);
  if (!chart) throw new CoreError('unknown', 'construction', 'No row of the chemistry chart fits this coil.');
  const choice = chart.then;
  const stop = stopFor(facts, house);
  const rinseRule = firstMatch(RINSE_RULES, facts);
  const rinse = rinseRule?.then ?? RINSE_SCHOOL_TABLE[house.rinse];
  const lift = dryLiftRule(facts);

  const picked = pickCleaner(schoolLadder(choice, house, facts), coil, facts, shelf, house.preferredCleaners);
  let cleaner = picked.cleaner;
  const chemistryRules: RuleRef[] = [refOf(chart), ...picked.vetoes];
  if (facts.oily && facts.grade > 0)
    chemistryRules.push({
      id: 'grade.oily',
      because: 'Grease or oil film: one step stronger than the grade alone.',
      source: { kind: 'common-practice', name: '' },
    });
  if (facts.corrosion === 'some')
    chemistryRules.push({
      id: 'grade.corroded',
      because: 'Corroded: one step milder than the grade alone.',
      source: { kind: 'common-practice', name: '' },
    });
  if (choice.ladder.length > 0 && !cleaner)
    chemistryRules.push({
      id: 'chemistry.none-left',
      because: 'Nothing on the shelf may be used here, so water only.',
      source: { kind: 'common-practice', name: '' },
    });

  const drying = faceDrying(coil, context, facts.keepWet === 'shade');
  const drySeconds = driesFirst(drying);
  const sectionRules: RuleRef[] = [
    { id: 'sections.face', because: 'Each face is a section of its own.', source: { kind: 'common-practice', name: '' } },
    ...(coil.geometry.faces.length > 1
      ? [
          {
            id: 'sections.order',
            because:
              'Before the sun comes round, then what is in shade; the wall side after its like, since its slow rinse holds up the next.',
            source: { kind: 'common-practice', name: '' },
          } as const,
        ]
      : []),
  ];
  const kept = cleaner
    ? keepWet(cleaner, coil, facts, context, house, drying, (without) =>
        pickCleaner(schoolLadder(choice, house, facts), coil, facts, without(shelf), house.preferredCleaners),
      )
    : null;
  if (cleaner && kept && kept.cleaner !== cleaner) {
    picked.rejected.push({ name: cleaner.name, why: 'It would dry before the label’s shortest dwell.' });
    cleaner = kept.cleaner;
  }
  const soaking = kept?.soak ?? null;
  const dwellRules: RuleRef[] = soaking ? soaking.rules : [];
  let dwell: DwellWindow | null = soaking?.dwell ?? null;
  const fit = soaking?.fit ?? null;
  if (cleaner && soaking && !fit) {
    chemistryRules.push({
      id: 'dry.too-fast',
      because: 'Foam would dry on the coil before the label’s shortest dwell: water only, or another hour, or shade.',
      source: BALANCE,
    });
    picked.rejected.push({ name: cleaner.name, why: 'It would dry before the label’s shortest dwell.' });
    cleaner = null;
    dwell = null;
  } else if (fit && Object.keys(fit.largestM2).length > 0) {
    sectionRules.push({
      id: 'sections.drying',
      because:
        'Foaming, soaking and rinsing one section must end before its first patch dries, with 30 % kept back; each face in its own sun.',
      source: BALANCE,
    });
    if (fit.mists > 0)
      sectionRules.push({
        id: 'sections.mist',
        because: 'Wetted again in time, foam stays wet once more as long; twice at most, since water dilutes it.',
        source: { kind: 'common-practice', name: '' },
      });
  }

  const strength = cleaner ? strengthOf(cleaner, choice) : null;
  const waterFirst = cleaner !== null && choice.waterMayDo && house.chemistry === 'water-first' && !facts.oily;
  if (cleaner && choice.waterMayDo) {
    chemistryRules.push({
      id: `chemistry.school.${house.chemistry}`,
      because: waterFirst ? 'Water first: cleaner only if the torch still shows dark.' : 'Straight to the cleaner.',
      source: fromHouseRule,
    });
  }
  const inspectOnly = facts.role === 'evaporator' && facts.chemistryGrade === 0 && !facts.coolingSymptom;
  return {
    verdict: stop ? stop.then.verdict : inspectOnly ? 'inspect' : 'wash',
    stop: stop ? stop.then : null,
    chemistry: cleaner?.chemistry ?? 'water',
    cleaner,
    waterParts: strength?.waterParts ?? null,
    waterFirst,
    dwell,
    dryLift: lift !== null,
    passes: choice.passes,
    rinse:
      cleaner &&
      !cleaner.rinseNeeded &&
      facts.role === 'evaporator' &&
      house.noRinse === 'condensate' &&
      facts.chemistryGrade <= 2 &&
      !facts.sensitiveOccupants
        ? { direction: 'Condensate rinses it', how: 'Run cold at high fan 45 to 60 min, thermostat well below room temperature.' }
        : rinse,
    outlook: choice.outlook,
    drySeconds,
    drying,
    largestM2: fit?.largestM2 ?? {},
    mists: fit?.mists ?? 0,
    dryTrouble: kept?.trouble ?? null,
    rejected: picked.rejected,
    rules: {
      verdict: stop ? [refOf(stop)] : [],
      chemistry: chemistryRules,
      strength: strength ? [strength.rule] : [],
      dwell: dwellRules,
      dryLift: lift ? [lift] : [],
      passes: [{ ...refOf(chart), id: `${chart.id}.passes` }],
      rinse: rinseRule
        ? [
            refOf(rinseRule),
            ...(rinseRule.then ? [] : [{ id: `rinse.school.${house.rinse}`, because: rinse.direction, source: fromHouseRule }]),
          ]
        : [],
      sections: cleaner ? sectionRules : sectionRules.filter((rule) => !['sections.drying', 'sections.mist'].includes(rule.id)),
    },
  };
}
