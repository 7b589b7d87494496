import type { CleanerForm } from './label';

/** What makes foam rise that hardly does, the likeliest first. Common practice, no source; the sprayer's own manual outranks it. */
const FLAT: Record<CleanerForm, readonly string[]> = {
  concentrate: [
    'Full house pressure at the sprayer: no kink, valve open all the way. A foam gun needs it to draw air.',
    'Rinse the metering tip, its screen and the foam mesh: dried cleaner blocks them.',
    'Pickup tube under the liquid, and free of air leaks.',
    'Then one step richer, never past the label. A pump sprayer without a foam tip only wets: work with shorter sections.',
  ],
  ready: [
    'Pump it up, and rinse nozzle and mesh: dried cleaner blocks them.',
    'Warm the cleaner to room temperature: cold cleaner hardly foams. Never thin it.',
  ],
  aerosol: [
    'Shake as the label says, hold it upright, and warm the can in your hands only: never on a heater.',
    'A blocked actuator: wipe it, or take the next can.',
  ],
};

/**
 * What to try where foam barely rises.
 * @param form of the cleaner
 * @returns sentences, the likeliest first
 * @example flatFoamWords('aerosol').length // 2
 */
export const flatFoamWords = (form: CleanerForm): readonly string[] => FLAT[form];
