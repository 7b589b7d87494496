import {
  correctContents,
  CoreError,
  endRatio,
  parseRatio,
  parseVolume,
  type Correction,
  type UnitSystem,
  type VolumeUnit,
} from '@elm-mist/core';

/** What is known of a container that was mixed wrong: how strong it is, or what was poured. */
export interface FixDraft {
  know: 'strength' | 'poured';
  volume: string;
  strength: string;
  concentrate: string;
  water: string;
}

export const blankFix: FixDraft = { know: 'poured', volume: '', strength: '', concentrate: '', water: '' };

export interface FixResult {
  /** In the container now, L. */
  concentrateL: number;
  waterL: number;
  /** Strength now, parts of water to one; null when there is only water. */
  isWaterParts: number | null;
  /** What reaches the coil through the dial now; null without concentrate. */
  seesWaterParts: number | null;
  correction: Correction;
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

const FIELDS: Record<string, string> = { concentrateL: 'concentrate', waterL: 'water', volumeL: 'volume' };

/**
 * What puts a container right.
 * @param targetWaterParts strength wanted in the container itself
 * @param dialParts what the dial adds on the way to the coil; 0 without one
 * @throws CoreError naming the field of the draft
 */
export function fixOf(draft: FixDraft, targetWaterParts: number, dialParts: number, capacityL: number, system: UnitSystem): FixResult {
  const { concentrateL, waterL } = contents(draft, system);
  try {
    const totalL = concentrateL + waterL;
    return {
      concentrateL,
      waterL,
      isWaterParts: concentrateL > 0 ? waterL / concentrateL : null,
      seesWaterParts:
        concentrateL > 0 ? endRatio({ reservoirConcentrateL: concentrateL, reservoirTotalL: totalL, dialWaterParts: dialParts }) : null,
      correction: correctContents({ concentrateL, waterL, targetWaterParts, capacityL }),
    };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const field = draft.know === 'strength' && error.field !== 'targetWaterParts' ? 'volume' : (FIELDS[error.field] ?? error.field);
    throw new CoreError(error.code, field, error.message);
  }
}
