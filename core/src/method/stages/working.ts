import { arithmetic } from '../../because';
import type { Situation } from '../facts';
import type { JobFacts } from '../methodFacts';
import { matches } from '../rule';
import { APPLY_S_PER_M2, RINSE_S_PER_M2_ROW, rinsePace, type Section } from '../sections';
import type { Staged } from '../staged';
import { STEP_IDS, STEP_TABLE, stepRow, type StepId, type WorkStep } from '../steps';
import type { Soak } from './soak';

/** The work of one coil, with hands and waiting told apart. */
export interface Work {
  steps: WorkStep[];
  totalSeconds: number;
  /** Somebody's hands, s. */
  handsOnS: number;
  /** Nobody's hands, s. */
  waitS: number;
}

const SOAKING_TOGETHER = 2;

/** The wash itself: foam and rinse one after another, with two sections soaking at a time; without a rinse by hand one soak for all. */
function washStep(sections: readonly Section[], { dwell }: Soak, facts: JobFacts): WorkStep {
  const areaM2 = sections.reduce((sum, section) => sum + section.areaM2, 0);
  const foams = dwell !== null && !facts.waterFirst;
  const byHand = facts.ending === 'rinse';
  const handsOn = areaM2 * ((byHand ? rinsePace(facts.grade, facts.rows) : 0) + (foams ? APPLY_S_PER_M2 : 0));
  const waitS = foams ? dwell.minS * (byHand ? Math.ceil(sections.length / SOAKING_TOGETHER) : 1) : 0;
  const how = !byHand ? 'Foam' : foams ? 'Foam, soak and rinse' : facts.waterWay === 'air' ? 'Blow out' : 'Rinse';
  const text = `${how} ${sections.length} ${sections.length === 1 ? 'section' : 'sections'}`;
  return { id: 'wash', text, seconds: handsOn + waitS, ...(waitS > 0 ? { waitS } : {}) };
}

/** Combing, s for each m² of face; a further pass is over half of it, since it is only where the light is still dark. Common practice, no source. */
const COMB_S_PER_M2 = { some: 180, much: 480 } as const;
const AGAIN_SHARE = 0.5;

/** Steps whose time goes by the face, s. */
const BY_AREA: Partial<Record<StepId, (facts: JobFacts, areaM2: number) => number>> = {
  comb: ({ finDamage }, areaM2) => areaM2 * (finDamage === 'much' ? COMB_S_PER_M2.much : COMB_S_PER_M2.some),
  second: ({ passes, grade, rows }, areaM2) => (passes - 1) * AGAIN_SHARE * areaM2 * (rinsePace(grade, rows) + APPLY_S_PER_M2),
};

/**
 * Last stage: every step of `STEP_TABLE` that is due, in order, with the wash timed by its sections.
 * @param situation of the coil
 * @param facts what was seen and what was chosen
 * @param sections the pieces
 * @param soak the dwell
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).steps[0].id // "baseline"
 */
export function workStage({ coil }: Situation, facts: JobFacts, sections: readonly Section[], soak: Soak): Staged<Work> {
  const areaM2 = sections.reduce((sum, section) => sum + section.areaM2, 0);
  const steps = facts.washes
    ? STEP_IDS.filter((id) => matches(STEP_TABLE[id].when, facts)).map((id): WorkStep => {
        if (id === 'wash') return washStep(sections, soak, facts);
        const { text, minutes, hands } = stepRow(id);
        const seconds = BY_AREA[id]?.(facts, areaM2) ?? minutes * 60;
        return { id, text, seconds, ...(hands ? {} : { waitS: seconds }) };
      })
    : [];
  const totalSeconds = steps.reduce((sum, step) => sum + step.seconds, 0);
  const waitS = steps.reduce((sum, step) => sum + (step.waitS ?? 0), 0);
  return {
    value: { steps, totalSeconds, waitS, handsOnS: totalSeconds - waitS },
    inputs: [
      { label: 'Face area', quantity: { kind: 'area', m2: areaM2 } },
      { label: 'Open faces', quantity: { kind: 'count', value: coil.geometry.faces.length } },
      { label: 'Foam', text: `${APPLY_S_PER_M2} s per m² of face` },
      { label: 'Rinse', text: `${RINSE_S_PER_M2_ROW[facts.grade]} s per m² and row at grade ${facts.grade}` },
      { label: 'Somebody’s hands', quantity: { kind: 'duration', seconds: totalSeconds - waitS } },
      { label: 'Waiting, which is no work', quantity: { kind: 'duration', seconds: waitS } },
    ],
    rules: [{ id: 'time.sum', because: 'The usual time of each step, added up; two sections soak at a time.', source: arithmetic }],
  };
}
