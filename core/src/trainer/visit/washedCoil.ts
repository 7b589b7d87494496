import { CoreError } from '../../errors';
import { DEFAULT_HOUSE_RULES, planCoil, type CoilBuild, type CoilPlan } from '../../method';
import type { FaceDrying } from '../../method/methodFacts';
import type { Cleaner, StrengthStep } from '../../mix';
import type { VisitEvent } from '../../run';
import type { MixMade } from '../../run/events';
import { newPack, type FinPack } from '../finPack';
import {
  foamOver,
  handsOf,
  LIFT_S_PER_M2,
  LONGEST_S,
  lookAt,
  MIST_S_PER_M2,
  overSpan,
  planWay,
  rinseClear,
  wayOf,
  type PlanWay,
  type Span,
} from '../planWay';
import { caseForPlan, type PracticeCase } from '../practiceCase';
import { PRACTICE_SHELF } from '../practiceShelf';
import { stepPack } from '../stepPack';
import { TOOL_FIGURES, type Second } from '../tools';
import type { HiddenCoil } from './hiddenVisit';

/** Cells so many times as wide and high as in the practice of rinsing: a visit has many faces. */
const GRAIN = 2;
/** What is stepped through before others get their turn. */
const SLICE = 400;
/** Foam that nobody came back to is not followed further than this, s. */
const LONGEST_WAIT_S = 2 * 3600;
const USUAL_AIR = { dryBulbC: 27, rhPct: 55, windMs: 1, sun: 'shade' as const };

/** A coil of a practised visit, face by face. */
export interface WashedCoil {
  packs: Record<string, FinPack>;
  /** What was put on it that must not be, in the rules' own words. */
  wrongs: string[];
}

const between = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/**
 * One face of a hidden coil as a case of the practice.
 * @param coil as it is built
 * @param hidden as it really is
 * @param faceId which face
 * @param topOpens whether its inside can be reached
 * @returns the case
 * @example faceCase(coil(), { soils: ['dust'], grades: { path: 2 }, stiffness: 'stiff', pan: null }, 'path', true).grade // 2
 */
export function faceCase(coil: CoilBuild, hidden: HiddenCoil, faceId: string, topOpens: boolean): PracticeCase {
  const { faces, finnedHeightM, rows } = coil.geometry;
  return {
    id: `${coil.id}.${faceId}`,
    name: '',
    lesson: '',
    role: coil.role,
    construction: coil.construction,
    rows,
    widthM: between(faces.find(({ id }) => id === faceId)?.widthM ?? 0.5, 0.2, 1.5),
    heightM: between(finnedHeightM, 0.2, 1.5),
    soils: hidden.soils,
    grade: hidden.grades[faceId] ?? 0,
    stiffness: hidden.stiffness,
    topOpens,
    site: USUAL_AIR,
    pan: hidden.pan,
  };
}

/** What a coil is washed with and in. */
export interface WashSetting {
  cleaners: readonly Cleaner[];
  /** How fast foam dries on each face at a moment. */
  drying: (atMs: number) => readonly FaceDrying[];
  seed: number;
}

/** The strength of a mix on its label's chart: the nearest. */
function stepOf({ concentrateL, waterL }: Pick<MixMade, 'concentrateL' | 'waterL'>, cleaner: Cleaner | undefined): StrengthStep {
  const parts = concentrateL > 0 ? waterL / concentrateL : 0;
  const steps = (['light', 'medium', 'heavy'] as const).flatMap((name) => {
    const on = cleaner?.chart?.[name];
    return typeof on === 'number' ? [{ name, off: Math.abs(on - parts) }] : [];
  });
  return steps.sort((a, b) => a.off - b.off)[0]?.name ?? 'medium';
}

/**
 * A coil as the visit's entries leave it: foam where and when it was put, drying in the air of its hour, rinsed in the plan's way. Foam stands for as long
 * as the entries say. It yields now and then, so that who runs it may let others have their turn.
 * @param coil as it is built
 * @param hidden as it really is
 * @param events of the visit, in order
 * @param setting what it is washed with and in
 * @param nowMs foam that still stands is followed to here
 * @returns its faces
 * @example washCoil(coil(), { soils: ['dust'], grades: { path: 2, hedge: 2 }, stiffness: 'stiff', pan: null }, [], { cleaners: [], drying: () => [], seed: 1 }, 0).next().done // true
 */
export function* washCoil(
  coil: CoilBuild,
  hidden: HiddenCoil,
  events: readonly VisitEvent[],
  setting: WashSetting,
  nowMs: number,
): Generator<void, WashedCoil> {
  const plans = events.flatMap((event) => (event.kind === 'plan.made' && event.data.coilId === coil.id ? [event.data.plan] : []));
  const opening = plans.at(-1)?.opening;
  const inside = coil.role === 'evaporator' || (coil.topOpens && (opening === 'top-open' || opening === 'deep'));
  const packs: Record<string, FinPack> = {};
  const lastMs: Record<string, number> = {};
  coil.geometry.faces.forEach(({ id }, i) => {
    packs[id] = newPack(faceCase(coil, hidden, id, inside), setting.seed + i, GRAIN);
  });
  const wrongs = new Set<string>();
  let plan: CoilPlan | null = null;
  let mix: MixMade | null = null;
  let steps = 0;

  function* run(faceId: string, seconds: Iterable<Second>): Generator<void> {
    const pack = packs[faceId] as FinPack;
    for (const second of seconds) {
      try {
        stepPack(pack, second);
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        // What the rules refuse is not put on: it is told.
        wrongs.add(error.message);
        return;
      }
      lastMs[faceId] = (lastMs[faceId] ?? 0) + 1000;
      steps += 1;
      if (steps % SLICE === 0) yield;
    }
  }
  function* waitTo(faceId: string, atMs: number): Generator<void> {
    const pack = packs[faceId] as FinPack;
    const before = lastMs[faceId];
    lastMs[faceId] = before ?? atMs;
    if (before === undefined) return;
    for (let s = 0; lastMs[faceId] < atMs && s < LONGEST_WAIT_S; s += 60) {
      const { foam } = lookAt(pack, [0, pack.columns]);
      if (foam < 0.01) break;
      yield* run(faceId, Array<null>(Math.min(60, Math.ceil((atMs - lastMs[faceId]) / 1000))).fill(null));
    }
    lastMs[faceId] = Math.max(lastMs[faceId], atMs);
  }
  const whole = (pack: FinPack): Span => [0, pack.columns];
  const made: CoilPlan[] = [];
  // A piece that was begun keeps its name and its cut, whatever was planned after.
  const spanOf = (sectionId: string): [string, Span] | null => {
    const cut = made.findLast(({ sections }) => sections.some(({ id }) => id === sectionId))?.sections ?? [];
    const section = cut.find(({ id }) => id === sectionId);
    const pack = section && packs[section.faceId];
    if (!section || !pack) return null;
    const pieces = cut.filter(({ faceId }) => faceId === section.faceId);
    const at = pieces.indexOf(section);
    return [section.faceId, [Math.round((at * pack.columns) / pieces.length), Math.round(((at + 1) * pack.columns) / pieces.length)]];
  };
  const way = (): PlanWay | null => {
    if (!plan) return null;
    const cleanerId = mix?.cleanerId ?? plan.cleanerId;
    const cleaner = setting.cleaners.find(({ id }) => id === cleanerId);
    const chemistry = cleaner?.chemistry ?? plan.chemistry;
    return { ...wayOf(plan, inside, mix ? stepOf(mix, cleaner) : 'medium'), chemistry };
  };

  for (const event of events) {
    const atMs = Date.parse(event.at);
    if (event.kind === 'plan.made' && event.data.coilId === coil.id) {
      plan = event.data.plan;
      made.push(plan);
    } else if (event.kind === 'mix.made' && event.data.coilId === coil.id) mix = event.data;
    else if (event.kind === 'task.done' && event.data.taskId === `${coil.id}.lift`) {
      for (const [faceId, pack] of Object.entries(packs)) {
        yield* waitTo(faceId, atMs);
        yield* run(
          faceId,
          overSpan(pack, whole(pack), LIFT_S_PER_M2, TOOL_FIGURES.vacuum.radiusM * 1.2, false, { tool: 'vacuum', side: 'outside' }),
        );
      }
    } else if (event.kind === 'section.applied' || event.kind === 'section.misted' || event.kind === 'section.rinsed') {
      if (event.data.coilId !== coil.id) continue;
      const [found, hands] = [spanOf(event.data.sectionId), way()];
      if (!found || !hands) continue;
      const [faceId, span] = found;
      const pack = packs[faceId] as FinPack;
      yield* waitTo(faceId, atMs);
      const dry = setting.drying(atMs).find((row) => row.faceId === faceId)?.dry ?? null;
      pack.dryS.outside = typeof dry === 'number' ? dry : dry === 'never' ? Infinity : pack.dryS.outside;
      if (event.kind === 'section.applied') yield* run(faceId, foamOver(pack, span, hands, lookAt(pack, span)));
      else if (event.kind === 'section.rinsed') yield* run(faceId, rinseClear(pack, span, hands));
      else
        yield* run(faceId, overSpan(pack, span, MIST_S_PER_M2, TOOL_FIGURES.mist.radiusM * 1.2, false, { tool: 'mist', side: 'outside' }));
    }
  }
  for (const faceId of Object.keys(packs)) yield* waitTo(faceId, nowMs);
  return { packs, wrongs: [...wrongs] };
}

/**
 * The same coil as the engine's own way leaves it: its plan for what is really there, with nothing unseen. What the plan leaves alone stays as it is.
 * @param coil as it is built
 * @param hidden as it really is
 * @param seed of the visit
 * @param complains weak cooling, long runs or a high bill was told of
 * @returns its faces; it yields now and then
 * @example bestCoil(coil(), { soils: ['dust'], grades: { path: 0, hedge: 0 }, stiffness: 'stiff', pan: null }, 1, false).next().value.wrongs // []
 */
export function* bestCoil(coil: CoilBuild, hidden: HiddenCoil, seed: number, complains: boolean): Generator<void, WashedCoil> {
  const packs: Record<string, FinPack> = {};
  for (const [i, { id }] of coil.geometry.faces.entries()) {
    const given = faceCase(coil, hidden, id, coil.role === 'evaporator' || coil.topOpens);
    const pack = newPack(given, seed + i, GRAIN);
    packs[id] = pack;
    const { coil: own, survey, context } = caseForPlan(given);
    const { verdict } = planCoil(own, { ...survey, coolingSymptom: complains }, context, PRACTICE_SHELF, DEFAULT_HOUSE_RULES);
    if (verdict !== 'wash') continue;
    for (const second of handsOf(pack, planWay(given))) {
      stepPack(pack, second);
      if (pack.seconds % SLICE === 0) yield;
      if (pack.seconds > LONGEST_S) break;
    }
  }
  return { packs, wrongs: [] };
}
