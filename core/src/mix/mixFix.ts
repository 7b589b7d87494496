import { CoreError } from '../errors';
import { correctContents, type Correction } from './correct';
import { dialOutcomes, dialWaterParts, drawing, reservoirFor, type DialPosition, type DrawingPosition } from './dial';
import { endRatio } from './dilution';
import { parseRatio } from './parseRatio';
import type { LabelChart } from './label';
import { parseVolume, type UnitSystem, type VolumeUnit } from '../units';

/** What is known of an applicator that was mixed wrong: how strong it is, or what was poured. */
export interface FixDraft {
  know: 'strength' | 'poured';
  volume: string;
  strength: string;
  concentrate: string;
  water: string;
}

/** Nothing typed yet. */
export const blankFix: FixDraft = { know: 'poured', volume: '', strength: '', concentrate: '', water: '' };

/** What it is, and what puts it right. */
export interface FixResult {
  /** In it now, L. */
  concentrateL: number;
  waterL: number;
  /** Strength now, parts of water to one; null when there is only water. */
  isWaterParts: number | null;
  /** Position to set; null without a dial. */
  position: DrawingPosition | null;
  /** What reaches the coil now, through that position; null without concentrate. */
  seesWaterParts: number | null;
  /** Strength it should have itself for that position. */
  targetWaterParts: number;
  /** What puts it right; null when it has to be started again, from straight concentrate. */
  correction: Correction | null;
}

/** What it was meant to be, and in what. */
export interface FixFrame {
  /** Wanted at the coil, parts of water to one. */
  wanted: number;
  dial: readonly DialPosition[];
  chart: LabelChart;
  capacityL: number;
  system: UnitSystem;
}

const unit = (system: UnitSystem): VolumeUnit => (system === 'us' ? 'floz' : 'mL');

function contents(draft: FixDraft, system: UnitSystem): { concentrateL: number; waterL: number } {
  if (draft.know === 'poured') {
    const read = (text: string, field: string) => (text.trim() === '0' ? 0 : parseVolume(text, unit(system), field));
    return { concentrateL: read(draft.concentrate, 'concentrate'), waterL: read(draft.water, 'water') };
  }
  const volumeL = parseVolume(draft.volume, unit(system), 'volume');
  const { waterParts } = parseRatio(draft.strength, 'strength');
  return { concentrateL: volumeL / (waterParts + 1), waterL: (volumeL * waterParts) / (waterParts + 1) };
}

const NOTHING: Correction = { add: 'nothing', addL: 0, tipOutL: 0, totalL: 0 };

/** Position to go by: one that is right with the applicator as it is, else the strongest, for which it needs least concentrate. */
function positionFor(
  isWaterParts: number | null,
  { wanted, dial: every, chart }: FixFrame,
): { position: DrawingPosition | null; right: boolean } {
  const dial = drawing(every);
  if (dial.length === 0) return { position: null, right: false };
  if (isWaterParts !== null) {
    const { reached } = dialOutcomes({ targetWaterParts: wanted, reservoirWaterParts: isWaterParts, dial, chart });
    if (reached) return { position: reached.position, right: true };
  }
  const strongest = [...dial].sort((a, b) => dialWaterParts(a) - dialWaterParts(b))[0] ?? null;
  return { position: strongest, right: false };
}

const FIELDS: Record<string, string> = { concentrateL: 'concentrate', waterL: 'water', volumeL: 'volume' };

/**
 * What an applicator holds, what the coil sees of it, and what puts it right.
 * @param draft as typed
 * @param frame what it was meant to be
 * @returns what it is now, parts of water to one, and what to add, L
 * @throws CoreError naming the field of the draft
 * @example fixOf({ ...blankFix, concentrate: '6', water: '128' }, { wanted: 4, dial: [], chart: { light: 10, medium: 6, heavy: 4 }, capacityL: 9, system: 'us' }).correction.add // "concentrate"
 */
export function fixOf(draft: FixDraft, frame: FixFrame): FixResult {
  const { concentrateL, waterL } = contents(draft, frame.system);
  const totalL = concentrateL + waterL;
  try {
    const isWaterParts = concentrateL > 0 ? waterL / concentrateL : null;
    const { position, right } = positionFor(isWaterParts, frame);
    const dialParts = position ? dialWaterParts(position) : 0;
    const targetWaterParts = position
      ? reservoirFor({ targetWaterParts: frame.wanted, dialWaterParts: dialParts }).waterParts
      : frame.wanted;
    const startAgain = targetWaterParts === 0 && waterL > 0;
    return {
      concentrateL,
      waterL,
      isWaterParts,
      position,
      seesWaterParts:
        concentrateL > 0 ? endRatio({ reservoirConcentrateL: concentrateL, reservoirTotalL: totalL, dialWaterParts: dialParts }) : null,
      targetWaterParts,
      correction: right
        ? { ...NOTHING, totalL }
        : startAgain
          ? null
          : correctContents({ concentrateL, waterL, targetWaterParts, capacityL: frame.capacityL }),
    };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const field = draft.know === 'strength' && error.field in FIELDS ? 'volume' : (FIELDS[error.field] ?? error.field);
    throw new CoreError(error.code, field, error.message.replace(/^\w+L: /, ''));
  }
}

/** An applicator put right: what was in it, and what was added. */
export interface Fixed {
  inIt: { concentrateL: number; waterL: number };
  added: { concentrateL: number; waterL: number };
  /** What the dial adds on the way to the coil; 0 without one. */
  dialParts: number;
}

/**
 * What a put-right applicator adds to the record: all that went into it, or, when the batch had been noted already, only what was added. Water
 * that a dial adds counts as water of the mix, as it does for a batch.
 * @param fixed what was in it and what was added, L
 * @param notedBefore its batch stands on the record already
 * @returns concentrate and water, L
 * @example notedOf({ inIt: { concentrateL: 1, waterL: 2 }, added: { concentrateL: 0, waterL: 2 }, dialParts: 0 }, true) // { concentrateL: 0, waterL: 2 }
 */
export function notedOf({ inIt, added, dialParts }: Fixed, notedBefore: boolean): { concentrateL: number; waterL: number } {
  const concentrateL = added.concentrateL + (notedBefore ? 0 : inIt.concentrateL);
  const waterL = added.waterL + (notedBefore ? 0 : inIt.waterL);
  return { concentrateL, waterL: waterL + (concentrateL + waterL) * dialParts };
}
