import type { Chemistry } from '../mix';
import type { CoilSurvey, VisitStory } from '../survey';
import { washesSinceOpened, type FoldedVisit } from './history';

/** What earlier visits of a system know, so that a repeat visit asks only what changed. */
export interface EarlierKnown {
  /** ISO day of the last one; null without any. */
  day: string | null;
  /** The newest survey of each coil. */
  surveys: Record<string, CoilSurvey>;
  story: VisitStory | null;
  /** Classes of cleaner of the last one. */
  chemistries: Chemistry[];
  washesSinceOpened: Record<string, number>;
}

/**
 * What earlier visits know.
 * @param earlier closed visits of the system, oldest first
 * @returns the newest of each
 * @example earlierKnown([]).day // null
 */
export function earlierKnown(earlier: readonly FoldedVisit[]): EarlierKnown {
  const last = earlier.at(-1);
  return {
    day: last?.day ?? null,
    surveys: Object.fromEntries(
      earlier.flatMap(({ state }) => Object.entries(state.surveys).map(([coilId, survey]) => [coilId, survey.value])),
    ),
    story: earlier.reduce<VisitStory | null>((story, { state }) => state.story?.value ?? story, null),
    chemistries: last ? [...new Set(Object.values(last.state.plans).map((plan) => plan.value.chemistry))] : [],
    washesSinceOpened: washesSinceOpened(earlier.map((row) => row.state)),
  };
}
