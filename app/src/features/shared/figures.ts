import { CoreError } from '@elm-mist/core/errors';
import { EDGES, parseSigned, showFigure, toSi, type EdgeName, type UnitSystem } from '@elm-mist/core/units';
import { mixed } from 'yup';

/** What is wrong with a typed number, named for its field; undefined when nothing is. */
export function figureTrouble(text: string, label: string): string | undefined {
  try {
    parseSigned(text, label);
    return undefined;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return error.message;
  }
}

/** A form field holding typed text for a number between two SI limits; the message gives the limits in the reader's units. */
export function typedFigure(label: string, edge: EdgeName, system: UnitSystem, min: number, max: number, optional = false) {
  const unit = EDGES[edge].unit[system];
  return mixed<string>()
    .defined()
    .test('figure', '', (text, context) => {
      if ((text ?? '').trim() === '') return optional ? true : context.createError({ message: `${label}: type a number.` });
      const message = figureTrouble(text ?? '', label);
      if (message) return context.createError({ message });
      const si = toSi(edge, text ?? '', system);
      if (si < min - 1e-9 || si > max + 1e-9) {
        return context.createError({
          message: `${label} must be between ${showFigure(edge, min, system)} and ${showFigure(edge, max, system)} ${unit}`.trim() + '.',
        });
      }
      return true;
    });
}
