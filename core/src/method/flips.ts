import type { Construction } from '../equipment';
import { completeStory, type ArrivalHazard, type CoilSurvey, type Grade, type SunExposure } from '../survey';
import { decide, type Decision } from './decide';
import { withFacts, type Situation } from './facts';
import { READINGS } from './reasons';

/** What a neighboring situation is made from: its facts are put together again. */
type From = Omit<Situation, 'facts'>;

interface Neighbor {
  words: string;
  /** Null when the change makes no sense from here. */
  change: (from: From) => From | null;
}

const shiftGrades = (survey: CoilSurvey, by: number): CoilSurvey | null => {
  const grades = Object.fromEntries(
    Object.entries(survey.grades).map(([id, rows]) => [
      id,
      rows.map((g) => (g === null ? null : (Math.min(4, Math.max(0, g + by)) as Grade))),
    ]),
  );
  return JSON.stringify(grades) !== JSON.stringify(survey.grades) ? { ...survey, grades } : null;
};

const withConstruction =
  (construction: Construction) =>
  (from: From): From | null =>
    from.coil.construction === construction || from.coil.role === 'evaporator' ? null : { ...from, coil: { ...from.coil, construction } };

const withSun =
  (sun: SunExposure) =>
  (from: From): From | null =>
    !from.context.site || from.context.site.sun === sun
      ? null
      : { ...from, context: { ...from.context, site: { ...from.context.site, sun } } };

const withHazard =
  (hazard: ArrivalHazard) =>
  (from: From): From | null => {
    const story = completeStory(from.context.story ?? {});
    return story.hazards.includes(hazard)
      ? null
      : { ...from, context: { ...from.context, story: { ...story, hazards: [...story.hazards, hazard] } } };
  };

/** Changes near enough to the facts to be worth naming, nearest first. */
const NEIGHBORS: readonly Neighbor[] = [
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

const MOST_FLIPS = 4;

/**
 * For each decision, the nearest changes of fact that would alter it, in words: the same stages run again.
 * @param situation of the coil
 * @param decision made from it
 * @returns sentences like "One grade heavier: 4 : 1.", four at most for each decision, by its id
 * @throws CoreError as the stages do
 * @example flipsOf(situationOf(coil(), graded(2), mildDay, shelf, house()), decide(situationOf(coil(), graded(2), mildDay, shelf, house()))).strength[0] // "One grade lighter: 20 : 1."
 */
export function flipsOf(situation: Situation, decision: Decision): Record<string, string[]> {
  const flips: Record<string, string[]> = {};
  const own = READINGS.map(({ read }) => read(decision));
  for (const { words, change } of NEIGHBORS) {
    const to = change(situation);
    if (!to) continue;
    const other = decide(withFacts(to));
    READINGS.forEach(({ id, read }, i) => {
      const reading = read(other);
      if (reading === own[i] || (flips[id]?.length ?? 0) >= MOST_FLIPS) return;
      (flips[id] ??= []).push(`${words}: ${reading}.`);
    });
  }
  return flips;
}
