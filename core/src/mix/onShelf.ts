import type { CoilRole, Construction } from '../equipment';
import type { Cleaner } from './label';

/**
 * Whether something on the shelf may go on a coil by its label; a coil whose maker allows water alone needs nothing of it.
 * @param coil how it is built, and where it stands
 * @param cleaners of which some is left and still good
 * @returns true where the shelf can do it
 * @example onShelf({ role: 'condenser', construction: 'microchannel', makerWaterOnly: true }, []) // true
 */
export const onShelf = (
  coil: { role: CoilRole; construction: Construction; makerWaterOnly: boolean },
  cleaners: readonly Pick<Cleaner, 'allowedConstructions' | 'indoor' | 'outdoor'>[],
): boolean =>
  coil.makerWaterOnly ||
  cleaners.some(
    (cleaner) => cleaner.allowedConstructions.includes(coil.construction) && (coil.role === 'condenser' ? cleaner.outdoor : cleaner.indoor),
  );
