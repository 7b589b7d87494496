import { useNow, useVisit } from '@/data';
import type { Thought } from '@/workers/thinking';
import { useRunSheet } from '@/workers/useRunSheet';
import { coilName } from '@elm-mist/core/equipment';
import { isPromised, wholeFinding } from '@elm-mist/core/run';
import { ownLane, remainingTasks, visitTasks, withoutLimits, type RunCoil, type Task } from '@elm-mist/core/runsheet';
import { useMemo } from 'react';
import { draftPlan } from '../plan/draftPlans';

/** The rest of a run is planned again at every entry, and every so often between, ms. */
const PLAN_ANEW_MS = 30_000;

/** All tasks of the visit, from the plans that were made, else from those that the facts give now. */
export function useVisitTasks(): Task[] {
  const visit = useVisit();
  return useMemo(
    () =>
      visitTasks(
        visit.coils.flatMap((coil): RunCoil[] => {
          const plan = visit.state.plans[coil.id]?.value ?? draftPlan(visit, coil).plan;
          return plan?.verdict === 'wash'
            ? [
                {
                  id: coil.id,
                  name: coilName(coil).replace(' coil', ''),
                  rows: coil.geometry.rows,
                  source: visit.source(coil),
                  plan,
                  ...(visit.state.hand[coil.id] ? { sections: visit.state.hand[coil.id] ?? [] } : {}),
                },
              ]
            : [];
        }),
        visit.detail.known.taken,
        visit.findings.filter(isPromised).map((life) => {
          const { name, minutes } = wholeFinding(life);
          return { findingId: life.findingId, name, minutes };
        }),
      ),
    [visit],
  );
}

export interface LiveSheet {
  /** What is still to do, the moment itself among it. */
  left: Task[];
  thought: Thought;
  /** The moment that it was planned at, UTC ms. */
  atMs: number;
  /** A dwell window will be missed whatever is done. */
  late: boolean;
}

/**
 * The rest of the run as it stands, planned again at every entry of any phone and every half minute.
 * @param mostMs how long to look for a better order, ms
 * @param wanted false while nobody looks at the order: what is left is told all the same, and nothing is searched
 */
export function useLiveSheet(tasks: readonly Task[], crew: number, mostMs: number, wanted = true): LiveSheet {
  const { state, detail } = useVisit();
  const now = useNow(state.closed === null);
  const slot = Math.floor(now / PLAN_ANEW_MS);
  // The moment is held still between two plannings.
  const atMs = useMemo(() => now, [state, slot, tasks]); // oxlint-disable-line react/exhaustive-deps
  const left = useMemo(
    () => remainingTasks(tasks, state, detail.system.configuration, atMs),
    [tasks, state, detail.system.configuration, atMs],
  );
  const strict = useRunSheet(wanted ? left : NOTHING, crew, mostMs);
  const late = strict.none !== null;
  const loose = useMemo(() => (late ? withoutLimits(left) : NOTHING), [late, left]);
  const relaxed = useRunSheet(loose, crew, mostMs);
  return { left, thought: late ? relaxed : strict, atMs, late };
}
const NOTHING: Task[] = [];

/** Whose lane of the sheet this phone is: the one who isolated is the first. */
export function useOwnLane(): number {
  const { state, who, crew } = useVisit();
  const lead = Object.values(state.lockouts).flatMap((lockout) => lockout?.done.isolated?.by ?? [])[0];
  return ownLane(lead ?? null, who, crew);
}
