import type { CoilRecord } from '@elm-mist/contract';
import { coilName } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { planCoil, type CoilPlan } from '@elm-mist/core/method';
import type { OpenVisit } from '@/data';

export interface DraftPlan {
  coil: CoilRecord;
  plan: CoilPlan | null;
  /** Why there is none. */
  trouble: string;
}

/** The plan that the facts give now for one coil. */
export function draftPlan(visit: OpenVisit, coil: CoilRecord): DraftPlan {
  const survey = visit.state.surveys[coil.id]?.value;
  if (!survey) return { coil, plan: null, trouble: `${coilName(coil)}: grade it in Look first.` };
  try {
    return { coil, plan: planCoil(coil, survey, visit.context, visit.shelf, visit.house), trouble: '' };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { coil, plan: null, trouble: error.message };
  }
}

/** The same for every coil in hand. */
export const draftPlans = (visit: OpenVisit): DraftPlan[] => visit.coils.map((coil) => draftPlan(visit, coil));
