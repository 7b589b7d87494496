import { CoreError } from '../errors';
import { parseNumber } from './number';
import { LITRES_PER_FL_OZ, LITRES_PER_GALLON, type UnitSystem } from './quantity';

/** A unit of volume by its id. */
export type VolumeUnit = 'gal' | 'qt' | 'pt' | 'cup' | 'floz' | 'tbsp' | 'tsp' | 'L' | 'mL';

interface VolumeUnitRow {
  id: VolumeUnit;
  label: string;
  litres: number;
  names: readonly string[];
}

/** US liquid measures (NIST SP 811) and litres. Weight ounces are deliberately absent: cleaners are measured by volume. */
const VOLUME_UNITS: readonly VolumeUnitRow[] = [
  { id: 'gal', label: 'gal', litres: LITRES_PER_GALLON, names: ['gal', 'gals', 'gallon', 'gallons', 'us gal'] },
  { id: 'qt', label: 'qt', litres: LITRES_PER_GALLON / 4, names: ['qt', 'qts', 'quart', 'quarts'] },
  { id: 'pt', label: 'pt', litres: LITRES_PER_GALLON / 8, names: ['pt', 'pts', 'pint', 'pints'] },
  { id: 'cup', label: 'cup', litres: LITRES_PER_GALLON / 16, names: ['cup', 'cups', 'c'] },
  {
    id: 'floz',
    label: 'fl oz',
    litres: LITRES_PER_FL_OZ,
    names: ['fl oz', 'floz', 'fl.oz', 'fl. oz', 'fl. oz.', 'oz', 'ounce', 'ounces', 'fluid ounce', 'fluid ounces'],
  },
  { id: 'tbsp', label: 'tbsp', litres: LITRES_PER_FL_OZ / 2, names: ['tbsp', 'tablespoon', 'tablespoons'] },
  { id: 'tsp', label: 'tsp', litres: LITRES_PER_FL_OZ / 6, names: ['tsp', 'teaspoon', 'teaspoons'] },
  { id: 'L', label: 'L', litres: 1, names: ['l', 'lt', 'litre', 'litres', 'liter', 'liters'] },
  { id: 'mL', label: 'mL', litres: 0.001, names: ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc'] },
];

const BY_NAME = new Map(VOLUME_UNITS.flatMap((row) => row.names.map((name) => [name, row] as const)));
const BY_ID = new Map(VOLUME_UNITS.map((row) => [row.id, row] as const));

/**
 * A volume as people type it, in litres. Without a unit, `defaultUnit` is taken; without that the text is refused.
 * @param text as it was typed
 * @param defaultUnit taken where none is typed
 * @param field what an error names
 * @returns L
 * @example parseVolume('25.6 fl oz') // 0.7570823568
 * @throws CoreError unreadable | missing | unknown, naming `field`
 */
export function parseVolume(text: string, defaultUnit?: VolumeUnit, field = 'volume'): number {
  const trimmed = text.trim().toLowerCase();
  if (trimmed === '') throw new CoreError('missing', field, `${field}: type an amount, for example "1.5 gal".`);
  const match = /^([\d\s.,/½¼¾⅓⅔⅛⅜⅝⅞-]+)([a-z. ]*)$/.exec(trimmed);
  if (!match) throw new CoreError('unreadable', field, `${field}: "${text.trim()}" is not an amount.`);
  const unitText = (match[2] ?? '').trim();
  const row = unitText === '' ? defaultUnit && BY_ID.get(defaultUnit) : BY_NAME.get(unitText);
  if (!row) {
    if (unitText === '') throw new CoreError('missing', field, `${field}: say the unit, for example "${text.trim()} fl oz".`);
    throw new CoreError('unknown', field, `${field}: "${unitText}" is not a unit of volume.`);
  }
  return parseNumber(match[1] ?? '', field) * row.litres;
}

/**
 * Size in litres of the unit of that name ("fl oz", "gallon", "mL"), or null when there is none.
 * @param name as it is written
 * @returns litres in one of it, or null
 * @example litresNamed('litre') // 1
 */
export function litresNamed(name: string): number | null {
  return BY_NAME.get(name.trim().toLowerCase())?.litres ?? null;
}

/**
 * `litres` expressed in `unit`, unrounded.
 * @param litres volume, L
 * @param unit unit of volume by its id
 * @returns so many of that unit
 * @example volumeIn(1, 'mL') // 1000
 */
export function volumeIn(litres: number, unit: VolumeUnit): number {
  return litres / litresOf(unit);
}

/**
 * Size of one `unit`, in litres.
 * @param unit unit of volume by its id
 * @returns L
 * @throws CoreError unknown `unit`
 * @example litresOf('L') // 1
 */
export function litresOf(unit: VolumeUnit): number {
  const row = BY_ID.get(unit);
  if (!row) throw new CoreError('unknown', 'unit', `"${unit}" is not a unit of volume.`);
  return row.litres;
}

/**
 * A unit of volume as it is shown.
 * @param unit unit of volume by its id
 * @returns its sign, for example "fl oz"
 * @example volumeLabel('floz') // 'fl oz'
 */
export function volumeLabel(unit: VolumeUnit): string {
  return BY_ID.get(unit)?.label ?? unit;
}

/**
 * The unit a technician would read this volume in: fl oz below a gallon, then gallons; mL below a litre, then litres.
 * @param litres volume, L
 * @param system units of the reader
 * @returns the unit that reads best at that size
 * @example readableUnit(0.5, 'si') // 'mL'
 */
export function readableUnit(litres: number, system: UnitSystem): VolumeUnit {
  if (system === 'us') return litres < LITRES_PER_GALLON - 1e-9 ? 'floz' : 'gal';
  return litres < 1 - 1e-9 ? 'mL' : 'L';
}
