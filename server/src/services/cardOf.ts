import type { CoilRecord, SystemRecord, TodayVisit, VisitRecord } from '@elm-mist/contract';
import { contextOf, rulesOf, type VisitSetting } from '@elm-mist/core/visit';
import { filterNeed, plannedNeed } from '@elm-mist/core/truck';
import { slotFit, type SlotCoil } from '@elm-mist/core/runsheet';
import type { ShopLearned } from '@elm-mist/core/history';
import { coilName } from '@elm-mist/core/equipment';
import type { HouseRules } from '@elm-mist/core/method';
import type { Cleaner } from '@elm-mist/core/mix';
import { currentStep, foldVisit, sourceOf, type VisitEvent, type VisitState } from '@elm-mist/core/run';
import type { PromisedWork } from '@elm-mist/core/runsheet';
import type { CoilSurvey } from '@elm-mist/core/survey';

/** All that the card of a visit is reckoned from. Plain data: it crosses to the thread that does it. */
export interface CardInput {
  visit: VisitRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  events: VisitEvent[];
  /** The last survey of each coil, from earlier visits. */
  surveys: Record<string, CoilSurvey>;
  setting: VisitSetting;
  shelf: Cleaner[];
  house: HouseRules;
  taken: ShopLearned['taken'];
  /** What the customer accepted and is to be done with it. */
  promised: PromisedWork[];
  /** Day that the system's filter is due, ISO; null where no clock runs. */
  filterDue: string | null;
  /** Whether a finding stands that it is to be changed. */
  filterNoted: boolean;
}

/** What a day's list shows of a visit beyond its records. */
export type Card = Pick<TodayVisit, 'visitStep' | 'needs' | 'fit' | 'filter' | 'unread'>;

/** The card of a visit whose entries cannot be summed up: one row that says so, not a list that fails. */
export const UNREAD: Card = { visitStep: 'look', needs: [], fit: null, unread: true };

/** What this visit itself looked at goes before what earlier ones did. */
const surveysOf = ({ surveys }: VisitState): Record<string, CoilSurvey> =>
  Object.fromEntries(Object.entries(surveys).map(([coilId, { value }]) => [coilId, value]));

/** Where a visit stands, what to carry for it, and whether its plan fits its slot. */
export function cardOf({
  visit,
  system,
  coils,
  events,
  surveys,
  setting,
  shelf,
  house,
  taken,
  promised,
  filterDue,
  filterNoted,
}: CardInput): Card {
  const state = foldVisit(visit.id, system.configuration, events);
  const context = contextOf(setting, state);
  const rules = rulesOf(house, state);
  const planned = coils.map((coil) => ({ coil, ...plannedNeed(coil, state, surveys[coil.id], context, shelf, rules) }));
  const timed = planned.flatMap(({ coil, plan, openLess }): SlotCoil[] =>
    plan
      ? [
          {
            id: coil.id,
            name: coilName(coil),
            rows: coil.geometry.rows,
            source: sourceOf(system.configuration, coil.role),
            plan,
            openLess,
          },
        ]
      : [],
  );
  const people = state.crew ?? (state.story?.value.helper ? 2 : 1);
  // Nothing is said of the time while nothing is known of some coil.
  const known = timed.length === planned.length && timed.length > 0;
  return {
    visitStep: currentStep(state, coils),
    needs: planned.map(({ need }) => need),
    filter: filterNeed(Object.values({ ...surveys, ...surveysOf(state) }), filterDue, visit.day, filterNoted),
    fit: known ? slotFit(timed, visit.durationMin, people, taken, promised) : null,
  };
}
