import type { ProbeSample } from '@elm-mist/contract';
import { kitMachine } from '@elm-mist/core/judgment';
import { probeShows, putWrong, type Condition, type KitWrong, probesOf, solveCycle, warmedUp } from '@elm-mist/core/cycle';
import { QUANTITY_IDS, type ReadingWhen } from '@elm-mist/core/readings';
import { foldVisit } from '@elm-mist/core/run';
import { hiddenFault } from '../demo/hidden';
import { refused } from '../http/problem';
import type { ProbeKit } from '../http/probes';
import type { Store } from '../store/open';
import * as v from '../store/visits';
import { visitFrame } from './visitFrame';
import { weatherOf } from './weather';

/** What a kit keeps, s: a little more than steadiness looks at. */
const KEPT_S = 240;
/** A system found running has been for so long, minutes. */
const FOUND_RUNNING_MIN = 25;
const MINUTE_MS = 60_000;

/**
 * The simulated kit at a visit: a stand-in for wireless probes on the system's own model, with its coils as graded. Its readings are labelled simulated
 * wherever they go.
 * @throws Problem 404 · 422 `refrigerant` when no model stands for it
 */
export function probeKit(
  store: Store,
  visitId: string,
  when: ReadingWhen,
  nowMs: number,
  wrong: KitWrong = 'none',
  hidden: Partial<Condition> = hiddenFault(visitId),
): ProbeKit {
  const { db } = store;
  const { visit, system, place, coils } = visitFrame(db, visitId);
  const state = foldVisit(visitId, system.configuration, v.eventsOf(db, visitId));
  const hours = weatherOf(db, visit.day).hours;
  const noon = hours[Math.floor(hours.length / 2)];
  const input = kitMachine(
    state,
    coils,
    { refrigerant: system.refrigerant, btuh: system.btuh, altitudeM: place.altitudeM },
    when,
    noon?.dryBulbC ?? 30,
    hidden,
  );
  if (!input) throw refused('refrigerant', 'The simulated kit has no model for this refrigerant: note it from the plate first.', 'unknown');
  const steady = solveCycle(input);
  const { called } = state.powerUp.done;
  const startedMs = when === 'after' && called ? Date.parse(called.at) : nowMs - FOUND_RUNNING_MIN * MINUTE_MS;
  const runMinutes = (atMs: number) => Math.max(0, (atMs - startedMs) / MINUTE_MS);
  const at = (atMs: number): ProbeSample => {
    const minutes = runMinutes(atMs);
    const true_ = putWrong(probesOf(warmedUp(steady, input, minutes), input), wrong);
    const sample = Math.floor(atMs / 1000);
    const values = Object.fromEntries(
      QUANTITY_IDS.flatMap((quantity) => {
        const value = true_[quantity];
        return value === undefined ? [] : [[quantity, probeShows(quantity, value, visitId, sample)]];
      }),
    );
    return { atMs, values };
  };
  return {
    at,
    backlog: (toMs) => ({
      samples: Array.from({ length: KEPT_S }, (_, i) => at(toMs - (KEPT_S - i) * 1000)),
      runMinutes: runMinutes(toMs),
    }),
  };
}
