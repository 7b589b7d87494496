import type { Configuration } from '../equipment';
import { nextDue, type NextDue } from '../interval';
import type { VisitState } from '../run';
import { worstOf } from '../survey';

/** When each coil is due again, by what was found on it, and the one that is due first. */
export interface CoilDues {
  coils: { coilId: string; due: NextDue }[];
  /** Of the coil that is due first; of a system that nobody looked at, by its kind alone. */
  first: NextDue;
}

/**
 * When the coils of a visit are due again, each by its own soils and grade.
 * @param state of the visit
 * @param coils of the visit, in its order
 * @param configuration how the system is put together
 * @param closedOn ISO day of the closing
 * @param latitudeDeg of the place, north above 0
 * @returns one for each coil that was looked at, and the first of them
 * @throws CoreError unreadable `closedOn`, latitude out of −90 to 90
 * @example coilDues(foldVisit('v', 'split-cool', []), [], 'split-cool', '2026-06-11', 42).first.date // '2027-06-11'
 */
export function coilDues(
  state: VisitState,
  coils: readonly { id: string }[],
  configuration: Configuration,
  closedOn: string,
  latitudeDeg: number,
): CoilDues {
  const own = coils.flatMap(({ id }) => {
    const survey = state.surveys[id]?.value;
    return survey
      ? [
          {
            coilId: id,
            due: nextDue({ closedOn, configuration, soils: survey.soils, worstGrade: worstOf(survey.grades) ?? 0, latitudeDeg }),
          },
        ]
      : [];
  });
  const none = nextDue({ closedOn, configuration, soils: [], worstGrade: 0, latitudeDeg });
  return {
    coils: own,
    first: own.reduce<NextDue | null>((best, { due }) => (best && best.date <= due.date ? best : due), null) ?? none,
  };
}
