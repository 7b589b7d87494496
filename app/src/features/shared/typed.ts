import { CoreError } from '@elm-mist/core/errors';
import { strengthReadings, type CountsAgainst } from '@elm-mist/core/mix';
import { formatVolume, parseVolume, readableUnit, trimDecimals, volumeIn, volumeLabel, type UnitSystem } from '@elm-mist/core/units';
import { mixed } from 'yup';

/** A typed volume with any unit, fl oz or mL when none is given, held between two limits; else the sentence what is wrong with it. */
export function readAmount(
  text: string,
  label: string,
  system: UnitSystem,
  min: number,
  max: number,
): { litres: number } | { trouble: string } {
  try {
    const litres = parseVolume(text, system === 'us' ? 'floz' : 'mL', label);
    return litres < min - 1e-9 || litres > max + 1e-9
      ? { trouble: `${label} must be between ${formatVolume(min, system)} and ${formatVolume(max, system)}.` }
      : { litres };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { trouble: error.message };
  }
}

/** An amount as it would be typed back without loss worth naming: gallons or fl oz, litres or mL. */
export function writeAmount(litres: number, system: UnitSystem): string {
  const unit = readableUnit(litres, system);
  return `${trimDecimals(volumeIn(litres, unit), 4)} ${volumeLabel(unit)}`;
}

/** A form field for a typed volume. */
export const typedAmount = (label: string, system: UnitSystem, min: number, max: number, optional = false) =>
  mixed<string>()
    .defined()
    .test('amount', '', (text, context) => {
      if (optional && (text ?? '').trim() === '') return true;
      const read = readAmount(text ?? '', label, system, min, max);
      return 'trouble' in read ? context.createError({ message: read.trouble }) : true;
    });

/** A form field for a day typed as 2027-03-31, or nothing. */
export const typedDay = (label: string) =>
  mixed<string>()
    .defined()
    .test('day', `${label}: type a day like 2027-03-31.`, (text) => {
      const plain = (text ?? '').trim();
      if (plain === '') return true;
      const date = /^\d{4}-\d{2}-\d{2}$/.test(plain) ? new Date(`${plain}T00:00:00Z`) : null;
      return date !== null && !Number.isNaN(date.getTime()) && date.toISOString().startsWith(plain);
    });

/** A form field for a strength as a label prints it; one that can be read two ways is good only once it is known which is meant. */
export const typedStrength = (label: string, against: () => CountsAgainst | null) =>
  mixed<string>()
    .defined()
    .test('strength', '', (text, context) => {
      if ((text ?? '').trim() === '') return true;
      try {
        const readings = strengthReadings(text ?? '', label);
        return readings.length === 1 || against() !== null
          ? true
          : context.createError({ message: `${label} can be read two ways: choose below.` });
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return context.createError({ message: error.message });
      }
    });
