import type { Construction } from '../equipment';
import { formatDuration, formatRatio } from '../units';
import { CHEMISTRY_NAMES, type Cleaner } from '../mix';
import { completeStory, type ArrivalHazard, type CoilSurvey, type Grade, type SunExposure } from '../survey';
import { decide, type Decision } from './decide';
import { factsOf } from './facts';
import type { CoilBuild, MethodContext } from './methodFacts';
import type { HouseRules } from './houseRules';

interface Situation {
  coil: CoilBuild;
  survey: CoilSurvey;
  context: MethodContext;
  house: HouseRules;
}

interface Neighbour {
  words: string;
  /** Null when the change makes no sense from here. */
  change: (from: Situation) => Situation | null;
}

const shiftGrades = (survey: CoilSurvey, by: number): CoilSurvey | null => {
  const grades = Object.fromEntries(
    Object.entries(survey.grades).map(([id, rows]) => [id, rows.map((g) => Math.min(4, Math.max(0, g + by)) as Grade)]),
  );
  return JSON.stringify(grades) !== JSON.stringify(survey.grades) ? { ...survey, grades } : null;
};

const withConstruction =
  (construction: Construction) =>
  (from: Situation): Situation | null =>
    from.coil.construction === construction || from.coil.role === 'evaporator' ? null : { ...from, coil: { ...from.coil, construction } };

const withSun =
  (sun: SunExposure) =>
  (from: Situation): Situation | null =>
    !from.context.site || from.context.site.sun === sun
      ? null
      : { ...from, context: { ...from.context, site: { ...from.context.site, sun } } };

const withHazard =
  (hazard: ArrivalHazard) =>
  (from: Situation): Situation | null => {
    const story = completeStory(from.context.story ?? {});
    return story.hazards.includes(hazard)
      ? null
      : { ...from, context: { ...from.context, story: { ...story, hazards: [...story.hazards, hazard] } } };
  };

/** Changes near enough to the facts to be worth naming, nearest first. */
const NEIGHBOURS: readonly Neighbour[] = [
  {
    words: 'One grade lighter',
    change: (from) => {
      const survey = shiftGrades(from.survey, -1);
      return survey && { ...from, survey };
    },
  },
  {
    words: 'One grade heavier',
    change: (from) => {
      const survey = shiftGrades(from.survey, 1);
      return survey && { ...from, survey };
    },
  },
  {
    words: 'With a grease film',
    change: (from) =>
      from.survey.soils.includes('grease') ? null : { ...from, survey: { ...from.survey, soils: [...from.survey.soils, 'grease'] } },
  },
  {
    words: 'Without the grease film',
    change: (from) =>
      from.survey.soils.includes('grease')
        ? { ...from, survey: { ...from.survey, soils: from.survey.soils.filter((s) => s !== 'grease') } }
        : null,
  },
  { words: 'In full sun', change: withSun('full') },
  { words: 'In shade', change: withSun('shade') },
  { words: 'On microchannel', change: withConstruction('microchannel') },
  { words: 'On copper tube', change: withConstruction('copper-plate-fin') },
  {
    words: '15 °F (8 °C) hotter',
    change: (from) =>
      from.context.site
        ? { ...from, context: { ...from.context, site: { ...from.context.site, dryBulbC: Math.min(55, from.context.site.dryBulbC + 8) } } }
        : null,
  },
  { words: 'With no water at the coil', change: withHazard('no-water') },
  { words: 'With a storm near', change: withHazard('storm') },
  {
    words: 'With the top off',
    change: (from) => (from.coil.topOpens || from.coil.role === 'evaporator' ? null : { ...from, coil: { ...from.coil, topOpens: true } }),
  },
  {
    words: 'Under the short-dwell school',
    change: (from) => (from.house.dwell === 'short' ? null : { ...from, house: { ...from.house, dwell: 'short' } }),
  },
  {
    words: 'Under the long-soak school',
    change: (from) => (from.house.dwell === 'long' ? null : { ...from, house: { ...from.house, dwell: 'long' } }),
  },
];

/** How each decision reads in a sentence; equal words mean that nothing flipped. */
const READINGS: Record<string, (decision: Decision) => string> = {
  verdict: (d) => d.stop?.title ?? d.verdict,
  chemistry: (d) =>
    d.verdict === 'stop' || d.verdict === 'postpone' ? (d.stop?.title ?? '') : (d.cleaner?.name ?? `${CHEMISTRY_NAMES.water} only`),
  strength: (d) => (d.waterParts === null ? 'no cleaner' : d.waterParts === 0 ? 'straight' : formatRatio(d.waterParts)),
  dwell: (d) => (d.dwell ? `ready after ${formatDuration(d.dwell.minS)}` : 'no soak'),
  drying: (d) => (d.drySeconds === null ? '' : `dry in ${formatDuration(d.drySeconds)}`),
  rinse: (d) => d.rinse.direction,
  dryLift: (d) => (d.dryLift ? 'lift dry first' : 'no dry lift'),
  passes: (d) => `${d.passes} ${d.passes === 1 ? 'pass' : 'passes'}`,
};

const MOST_FLIPS = 4;

/** For each decision, the nearest changes of fact that would alter it, in words: "One grade heavier: 4 : 1". */
export function flipsOf(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
  decision: Decision,
): Record<string, string[]> {
  const flips: Record<string, string[]> = {};
  for (const { words, change } of NEIGHBOURS) {
    const to = change({ coil, survey, context, house });
    if (!to) continue;
    const other = decide(to.coil, factsOf(to.coil, to.survey, to.context), to.context, shelf, to.house);
    for (const [id, read] of Object.entries(READINGS)) {
      const reading = read(other);
      if (reading === read(decision) || (flips[id]?.length ?? 0) >= MOST_FLIPS) continue;
      (flips[id] ??= []).push(`${words}: ${reading}.`);
    }
  }
  return flips;
}
