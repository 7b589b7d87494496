import { coilName, type CoilRole } from '../equipment';
import { OPENING_TABLE, rinsePaceOf, type CoilPlan, type JobFacts } from '../method';
import { coilRunOf, progressOf, type VisitState } from '../run';
import { gradeFacts, SOIL_TABLE, type CoilAnswers, type OpeningId } from '../survey';
import { OPENING_PRICE, type PriceId } from './book';

/** A piece of work that can be sold: what it is, how many, and the hands-on minutes in it. */
export interface WorkItem {
  id: string;
  priceId: PriceId;
  coilId: string | null;
  words: string;
  /** What was seen that asks for it; empty where nothing does. */
  seen: string;
  quantity: number;
  /** Hands-on; waiting is not in it. */
  minutes: number;
  /** What makes it differ from what was planned; empty where nothing does. */
  why: string;
}

/** A coil as far as its price goes. */
export interface PricedCoil {
  id: string;
  role: CoilRole;
  name?: string;
  geometry: { shape: string; rows: number; faces: readonly unknown[] };
}

const CALL_OUT: WorkItem = { id: 'call-out', priceId: 'call-out', coilId: null, words: '', seen: '', quantity: 1, minutes: 0, why: '' };
const WHEEL_STEPS: readonly string[] = ['wheel-brush', 'wheel-wash'];

/** Hands-on minutes of a coil's plan when it is opened another way. */
function minutesWith(plan: CoilPlan, opening: OpeningId): number {
  const own = (plan.handsOnS ?? plan.totalSeconds) / 60;
  const of = (id: OpeningId) => plan.openings.find((row) => row.id === id)?.minutes ?? OPENING_TABLE[id].minutes;
  return Math.max(0, own - of(plan.opening) + of(opening));
}

const DRAIN_SEEN: Partial<Record<CoilAnswers['primaryDrain'], string>> = { slow: 'drain slow', blocked: 'drain blocked' };
/** More soils than this make no line clearer. */
const MOST_SOILS = 2;

/** What was seen on a coil, in a few words: its grade, its soil, and what lies in it. */
function seenOn({ grade, facts }: CoilPlan): string {
  // Plans of older versions hold fewer facts.
  const { soils = [], debrisInside, matBetweenRows }: Partial<JobFacts> = facts;
  return [
    `grade ${grade}, ${gradeFacts(grade).name.toLowerCase()}`,
    ...soils.slice(0, MOST_SOILS).map((soil) => SOIL_TABLE[soil].name.toLowerCase()),
    ...(debrisInside ? ['debris inside'] : []),
    ...(matBetweenRows ? ['mat between the rows'] : []),
  ].join(', ');
}

/** What washing one coil is sold as. */
function coilWork(coil: PricedCoil, plan: CoilPlan, opening: OpeningId, facesIncluded: number): WorkItem[] {
  const head = coil.geometry.shape === 'wall-head';
  const { facts } = plan;
  const item = (priceId: PriceId, quantity: number, minutes: number, seen = ''): WorkItem => ({
    id: `${coil.id}.${priceId}`,
    priceId,
    coilId: coil.id,
    words: coilName(coil),
    seen,
    quantity,
    minutes,
    why: '',
  });
  const has = (ids: readonly string[]) => plan.steps.some((step) => ids.includes(step.id));
  const secondsOf = (ids: readonly string[]) =>
    plan.steps.filter((step) => ids.includes(step.id)).reduce((sum, step) => sum + step.seconds, 0);
  const wheel =
    opening !== 'wheel-out' && has(WHEEL_STEPS) ? item('wheel-in', 1, secondsOf(WHEEL_STEPS) / 60, `wheel ${facts.wheel}`) : null;
  const drain = has(['drain-clear'])
    ? item('drain', 1, secondsOf(['drain-clear']) / 60, DRAIN_SEEN[facts.primaryDrain] ?? 'it does not run off')
    : null;
  const further = coil.role === 'condenser' ? Math.max(0, coil.geometry.faces.length - facesIncluded) : 0;
  const apart = (wheel?.minutes ?? 0) + (drain?.minutes ?? 0);
  return [
    item(head ? 'head' : OPENING_PRICE[opening], 1, Math.max(0, minutesWith(plan, opening) - apart), seenOn(plan)),
    ...(further > 0 ? [item('extra-face', further, 0)] : []),
    ...(wheel ? [wheel] : []),
    ...(drain ? [drain] : []),
  ];
}

/**
 * What a visit is sold as, from its plans, before any work.
 * @param jobs each coil with its plan, and how it is to be opened where that is not as planned
 * @param facesIncluded faces of an outdoor coil that its price includes
 * @returns pieces of work; the call-out first
 * @example plannedWork([{ coil: coil(), plan: planCoil(coil(), graded(3), mildDay, shelf, house()) }], 3).map((item) => item.priceId) // ['call-out', 'top-open']
 */
export function plannedWork(jobs: readonly { coil: PricedCoil; plan: CoilPlan; opening?: OpeningId }[], facesIncluded: number): WorkItem[] {
  return [
    { ...CALL_OUT },
    ...jobs.flatMap(({ coil, plan, opening }) =>
      plan.verdict === 'wash' ? coilWork(coil, plan, opening ?? plan.opening, facesIncluded) : [],
    ),
  ];
}

const RINSED = ['rinsed', 'clear', 'again', 'left'];

/**
 * What a visit was, from what was done on it: sections that were really rinsed, and those that were rinsed again.
 * @param state of the visit
 * @param coils of it
 * @param facesIncluded faces of an outdoor coil that its price includes
 * @returns pieces of work, each with why it differs from the plan
 * @example doneWork(foldVisit('v', 'split-cool', []), [], 3) // []
 */
export function doneWork(state: VisitState, coils: readonly PricedCoil[], facesIncluded: number): WorkItem[] {
  const items: WorkItem[] = state.startedAt ? [{ ...CALL_OUT }] : [];
  for (const coil of coils) {
    const run = coilRunOf(state, coil.id);
    if (!run) continue;
    const total = run.sections.length;
    const rinsed = run.sections.filter((section) => RINSED.includes(progressOf(run, section.id).phase));
    if (rinsed.length === 0 || state.skipped[coil.id]) continue;
    const again = run.sections.reduce((sum, section) => sum + progressOf(run, section.id).failedChecks, 0);
    const againS = run.sections.reduce(
      (sum, section) => sum + progressOf(run, section.id).failedChecks * section.areaM2 * rinsePaceOf(run.plan),
      0,
    );
    const why = [
      rinsed.length < total ? `${rinsed.length} of ${total} sections were washed` : '',
      again > 0 ? `${again} ${again === 1 ? 'section was' : 'sections were'} rinsed again` : '',
    ]
      .filter(Boolean)
      .join('; ');
    const [wash, ...rest] = coilWork(coil, run.plan, run.plan.opening, facesIncluded);
    if (!wash) continue;
    items.push({ ...wash, minutes: (wash.minutes * rinsed.length) / total + againS / 60, why });
    items.push(...rest.filter((item) => item.priceId === 'extra-face' || isDone(state, coil.id, item.priceId)));
  }
  return items;
}

const STEPS_OF: Partial<Record<PriceId, readonly string[]>> = { 'wheel-in': WHEEL_STEPS, drain: ['drain-clear'] };

/** Whether the step behind a line was ticked off. */
const isDone = (state: VisitState, coilId: string, priceId: PriceId): boolean =>
  (STEPS_OF[priceId] ?? []).some((stepId) => state.tasks[`${coilId}.${stepId}`]?.doneAt);
