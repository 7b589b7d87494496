import { arithmetic, type Because, type BecauseInput } from '../because';
import { DRYING_MARGIN } from '../dryout';
import { CONSTRUCTION_TABLE } from '../equipment';
import { CHEMISTRY_NAMES, type Cleaner } from '../mix';
import { gradeFacts, SOIL_TABLE, type CoilSurvey, type OpeningId } from '../survey';
import type { Decision } from './decide';
import { factsOf } from './facts';
import { flipsOf } from './flips';
import type { HouseRules } from './houseRules';
import type { CoilBuild, MethodContext, MethodFacts } from './methodFacts';
import { OPENING_TABLE } from './openings';
import { refOf, type Rule } from './rule';
import { APPLY_S_PER_M2, RINSE_S_PER_M2, type Section } from './sections';

/** Why it is opened this far: the rule that proposes it, or the technician's choice beside that rule. */
export function openingBecause(facts: MethodFacts, proposed: Rule<OpeningId>): Because {
  const chosen = OPENING_TABLE[facts.opening];
  const own = facts.opening === proposed.then;
  return {
    id: 'opening',
    title: 'How far to open',
    result: { label: 'Open to', text: chosen.name },
    inputs: [
      { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` },
      { label: 'Rows', quantity: { kind: 'count', value: facts.rows } },
      { label: 'Added', quantity: { kind: 'duration', seconds: chosen.minutes * 60 } },
    ],
    rules: own
      ? [refOf(proposed)]
      : [
          {
            id: 'open.chosen',
            because: `Chosen on the spot; the rules would open to ${OPENING_TABLE[proposed.then].name.toLowerCase()}.`,
            source: { kind: 'house-rule', name: 'the technician' },
          },
          refOf(proposed),
        ],
    changes: chosen.givesUp ? [`Opened this far: ${chosen.givesUp}`] : [],
  };
}

/** How long foam stays wet on each face where the sun makes them differ; else once for all. */
function dryByFace(coil: CoilBuild, decision: Decision): BecauseInput[] {
  if (decision.drySeconds === null) return [];
  const known = decision.drying.filter((row) => row.drySeconds !== null);
  const differ = known.some((row) => row.drySeconds !== decision.drySeconds);
  const trusted: BecauseInput = { label: 'Of which trusted', quantity: { kind: 'percent', percent: DRYING_MARGIN * 100 } };
  if (!differ) return [{ label: 'Foam dries in', quantity: { kind: 'duration', seconds: decision.drySeconds } }, trusted];
  const nameOf = (id: string) => coil.geometry.faces.find((face) => face.id === id)?.name ?? id;
  return [
    ...known.map((row) => ({
      label: `Foam on ${nameOf(row.faceId)} dries in`,
      quantity: { kind: 'duration' as const, seconds: row.drySeconds ?? 0 },
    })),
    trusted,
  ];
}

/** The reasons of every decision in a plan, each with its inputs, its rules and what would flip it. */
export function becauseOf(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
  decision: Decision,
  sections: Section[],
): Because[] {
  const facts = factsOf(coil, survey, context);
  const flips = flipsOf(coil, survey, context, shelf, house, decision);
  const grade: BecauseInput = { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` };
  const build: BecauseInput = {
    label: 'Construction',
    text: coil.role === 'evaporator' ? 'Indoor coil' : CONSTRUCTION_TABLE[coil.construction].name,
  };
  const soils: BecauseInput = { label: 'Soil', text: survey.soils.map((soil) => SOIL_TABLE[soil].name).join(', ') || 'not said' };
  const dry: BecauseInput[] =
    decision.drySeconds === null
      ? []
      : [
          { label: 'Foam dries in', quantity: { kind: 'duration', seconds: decision.drySeconds } },
          { label: 'Of which trusted', quantity: { kind: 'percent', percent: DRYING_MARGIN * 100 } },
        ];
  const site: BecauseInput[] = context.site
    ? [
        { label: 'Air', quantity: { kind: 'temperature', celsius: context.site.dryBulbC } },
        { label: 'Humidity', quantity: { kind: 'percent', percent: context.site.rhPct } },
        { label: 'Wind', quantity: { kind: 'speed', ms: context.site.windMs } },
      ]
    : [];
  const list: Because[] = [];
  const add = (id: Because['id'], title: string, result: BecauseInput, inputs: BecauseInput[], rules: Because['rules']) =>
    list.push({ id, title, result, inputs, rules, changes: flips[id] ?? [] });

  if (decision.stop) add('verdict', 'Why not wash', { label: 'Verdict', text: decision.stop.title }, [build], decision.rules.verdict);
  add(
    'chemistry',
    'Which cleaner',
    { label: 'Use', text: decision.cleaner?.name ?? CHEMISTRY_NAMES.water },
    [build, grade, soils, ...decision.rejected.map((row) => ({ label: `Not ${row.name}`, text: row.why }))],
    decision.rules.chemistry,
  );
  if (decision.waterParts !== null) {
    add(
      'strength',
      'How strong',
      { label: 'Water to cleaner', quantity: { kind: 'ratio', waterParts: decision.waterParts } },
      [grade, { label: 'Cleaner', text: decision.cleaner?.name ?? '' }],
      decision.rules.strength,
    );
  }
  if (decision.dwell) {
    add(
      'dwell',
      'How long it soaks',
      { label: 'Ready after', quantity: { kind: 'duration', seconds: decision.dwell.minS } },
      [grade, { label: 'Longest', quantity: { kind: 'duration', seconds: decision.dwell.maxS } }, ...dry],
      decision.rules.dwell,
    );
  }
  if (decision.drySeconds !== null) {
    add(
      'drying',
      'When foam dries',
      { label: 'Outer skin dry after', quantity: { kind: 'duration', seconds: decision.drySeconds } },
      [...site, { label: 'Film on the skin', quantity: { kind: 'filmMass', kgM2: 0.1 } }],
      [
        {
          id: 'dry.balance',
          because: 'Heat from air and sun against the heat that evaporation takes, solved for the skin temperature.',
          source: { kind: 'memory', name: 'Penman (1948) with the natatorium wind function, ASHRAE Handbook — HVAC Applications' },
        },
      ],
    );
  }
  add(
    'rinse',
    'How to rinse',
    { label: 'Rinse', text: decision.rinse.direction },
    [
      build,
      { label: 'Rows', quantity: { kind: 'count', value: facts.rows } },
      { label: 'Inside reached', text: facts.insideReached ? 'yes' : 'no' },
    ],
    decision.rules.rinse,
  );
  add(
    'dryLift',
    'Dry lift',
    { label: 'Lift dry first', text: decision.dryLift ? 'yes' : 'no' },
    [grade, soils],
    decision.rules.dryLift.length > 0
      ? decision.rules.dryLift
      : [
          {
            id: 'dry-lift.none',
            because: 'Nothing here mats or lumps: water may come first.',
            source: { kind: 'common-practice', name: '' },
          },
        ],
  );
  add(
    'passes',
    'How many passes',
    { label: 'Passes', quantity: { kind: 'count', value: decision.passes } },
    [grade, build],
    decision.rules.passes,
  );
  if (sections.length > 0) {
    add(
      'sections',
      'Into how many sections',
      { label: 'Sections', quantity: { kind: 'count', value: sections.length } },
      [{ label: 'Open faces', quantity: { kind: 'count', value: coil.geometry.faces.length } }, ...dryByFace(coil, decision)],
      decision.rules.sections,
    );
    add(
      'time',
      'How long the job takes',
      { label: 'Face area', quantity: { kind: 'area', m2: sections.reduce((sum, s) => sum + s.areaM2, 0) } },
      [
        { label: 'Foam', text: `${APPLY_S_PER_M2} s per m² of face` },
        { label: 'Rinse', text: `${RINSE_S_PER_M2} s per m² and row` },
      ],
      [{ id: 'time.sum', because: 'The usual time of each step, added up; two sections soak at a time.', source: arithmetic }],
    );
  }
  return list;
}
