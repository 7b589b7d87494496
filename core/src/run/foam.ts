import { trustedSeconds, type DryTime } from '../dryout';
import { MOST_MISTS, rinsePaceOf, type CoilPlan, type DwellWindow, type Ending, type Section } from '../method';

/**
 * Foam that is on a piece of coil: a fact. It keeps what it went on with, whatever is planned after, until it is rinsed off.
 */
export interface FoamOn {
  /** When it went on, UTC ms. */
  appliedAtMs: number;
  cleanerId: string | null;
  cleanerName: string;
  dwell: DwellWindow;
  ending: Ending;
  /** Rinse of each m² of face, s. */
  paceS: number;
  /** When its outer skin dries, with the margin kept back, UTC ms; null where it does not, or nothing is known. */
  driesAtMs: number | null;
  /** How long a fresh film stays wet in the air as it is known now, s; null as above. */
  wetS: number | null;
  /** How often it has been misted. */
  mists: number;
  mistedAtMs: number | null;
}

const stored = (seconds: number): number | null => (Number.isFinite(seconds) ? seconds : null);
const dryOf = (plan: Pick<CoilPlan, 'drySeconds'>, section: Pick<Section, 'drySeconds'> | undefined): DryTime | null =>
  section?.drySeconds ?? plan.drySeconds;

/**
 * Foam as it goes on: with the dwell, the limits and the ending of the plan that stands at that moment.
 * @param plan of the coil; undefined where none was made, so that nothing limits it but being rinsed
 * @param section the piece it goes on
 * @param atMs UTC ms
 * @example foamOn(planCoil(coil(), graded(3), mildDay, shelf, house()), undefined, 0).dwell.minS // 480
 */
export function foamOn(plan: CoilPlan | undefined, section: Section | undefined, atMs: number): FoamOn {
  const wetS = plan ? stored(trustedSeconds(dryOf(plan, section))) : null;
  return {
    appliedAtMs: atMs,
    cleanerId: plan?.cleanerId ?? null,
    cleanerName: plan?.cleanerName ?? '',
    dwell: plan?.dwell ?? { minS: 0, maxS: null },
    ending: plan?.ending ?? 'rinse',
    paceS: rinsePaceOf(plan ?? {}),
    driesAtMs: wetS === null ? null : atMs + wetS * 1000,
    wetS,
    mists: 0,
    mistedAtMs: null,
  };
}

/**
 * The same foam after it was wetted again: its skin is fresh, its dwell goes on.
 * @param foam on the coil
 * @param atMs UTC ms
 * @example misted(foamOn(undefined, undefined, 0), 1000).mists // 1
 */
export const misted = (foam: FoamOn, atMs: number): FoamOn => ({
  ...foam,
  mists: foam.mists + 1,
  mistedAtMs: atMs,
  driesAtMs: foam.wetS === null ? null : atMs + foam.wetS * 1000,
});

/**
 * The same foam in other air, as a newer plan knows it: what is left of its film dries at the new pace. Its limit comes nearer or stays, and is never
 * put off.
 * @param foam on the coil
 * @param plan the newer one
 * @param faceId face it stands on
 * @param atMs when that plan was made, UTC ms
 * @example inNewAir(foamOn(undefined, undefined, 0), planCoil(coil(), graded(3), mildDay, shelf, house()), 'path', 0).dwell.maxS // null
 */
export function inNewAir(foam: FoamOn, plan: CoilPlan, faceId: string, atMs: number): FoamOn {
  const wetS = stored(
    trustedSeconds(
      dryOf(
        plan,
        plan.sections.find((section) => section.faceId === faceId),
      ),
    ),
  );
  if (wetS === null) return foam;
  const left = foam.driesAtMs === null || foam.wetS === null ? 1 : Math.max(0, (foam.driesAtMs - atMs) / (foam.wetS * 1000));
  const thenMs = atMs + left * wetS * 1000;
  return { ...foam, wetS, driesAtMs: Math.min(foam.driesAtMs ?? Infinity, thenMs) };
}

/** The latest rinse of foam, and what sets it. */
export interface LastRinse {
  /** From foam on, s. */
  seconds: number;
  limit: 'dries' | 'label';
}

/**
 * When foam has to be off: its label's longest, or its drying, whichever is first.
 * @param foam on the coil
 * @returns null where nothing limits it
 * @example rinseBy(foamOn(planCoil(coil(), graded(3), { ...mildDay, site: null }, shelf, house()), undefined, 0)).seconds // 600
 */
export function rinseBy(foam: FoamOn): LastRinse | null {
  const dries = foam.driesAtMs === null ? Infinity : (foam.driesAtMs - foam.appliedAtMs) / 1000;
  const longest = foam.dwell.maxS ?? Infinity;
  if (dries < longest) return { seconds: dries, limit: 'dries' };
  return longest === Infinity ? null : { seconds: longest, limit: 'label' };
}

/** Hands-on time to rinse a section, s. Common practice, no source. @example rinseSeconds({ areaM2: 2 }, 240) // 480 */
export const rinseSeconds = (section: Pick<Section, 'areaM2'>, paceS: number): number => section.areaM2 * paceS;

/**
 * When foam has to be wetted again, s from foam on: by itself it would not last its shortest dwell and the rinse after it.
 * @param foam on the coil
 * @param section the piece it stands on
 * @returns null when it lasts, or may not be wetted any more
 * @example mistBy(foamOn(planCoil(coil(), graded(3), { ...mildDay, site: null }, shelf, house()), undefined, 0), undefined) // null
 */
export function mistBy(foam: FoamOn, section: Section | undefined): number | null {
  const latest = rinseBy(foam);
  if (latest?.limit !== 'dries' || foam.mists >= MOST_MISTS) return null;
  const needS = foam.dwell.minS + (section ? rinseSeconds(section, foam.paceS) : 0);
  return latest.seconds < needS ? latest.seconds : null;
}
