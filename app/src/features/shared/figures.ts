import {
  celsiusFromF,
  fahrenheitDiffFromC,
  fahrenheitFromC,
  LITRES_PER_GALLON,
  M2_PER_FT2,
  METRES_PER_INCH,
  MS_PER_MPH,
  trimDecimals,
  type UnitSystem,
} from '@elm-mist/core';
import { mixed } from 'yup';

interface Edge {
  unit: Record<UnitSystem, string>;
  toSi: (value: number, system: UnitSystem) => number;
  fromSi: (value: number, system: UnitSystem) => number;
  digits: Record<UnitSystem, number>;
}

const same = (value: number) => value;
const byUnit =
  (us: (value: number) => number, si: (value: number) => number = same) =>
  (value: number, system: UnitSystem) =>
    system === 'us' ? us(value) : si(value);

/** How each kind of number is typed in the reader's units and kept in SI. */
export const EDGES = {
  temperature: { unit: { us: '°F', si: '°C' }, toSi: byUnit(celsiusFromF), fromSi: byUnit(fahrenheitFromC), digits: { us: 0, si: 1 } },
  difference: { unit: { us: '°F', si: 'K' }, toSi: byUnit((v) => v / 1.8), fromSi: byUnit(fahrenheitDiffFromC), digits: { us: 1, si: 1 } },
  wind: {
    unit: { us: 'mph', si: 'm/s' },
    toSi: byUnit((v) => v * MS_PER_MPH),
    fromSi: byUnit((v) => v / MS_PER_MPH),
    digits: { us: 0, si: 1 },
  },
  volume: {
    unit: { us: 'gal', si: 'L' },
    toSi: byUnit((v) => v * LITRES_PER_GALLON),
    fromSi: byUnit((v) => v / LITRES_PER_GALLON),
    digits: { us: 2, si: 1 },
  },
  flow: {
    unit: { us: 'gal/min', si: 'L/min' },
    toSi: byUnit((v) => v * LITRES_PER_GALLON),
    fromSi: byUnit((v) => v / LITRES_PER_GALLON),
    digits: { us: 2, si: 1 },
  },
  area: {
    unit: { us: 'ft²', si: 'm²' },
    toSi: byUnit((v) => v * M2_PER_FT2),
    fromSi: byUnit((v) => v / M2_PER_FT2),
    digits: { us: 1, si: 2 },
  },
  percent: { unit: { us: '%', si: '%' }, toSi: same, fromSi: same, digits: { us: 0, si: 0 } },
  length: {
    unit: { us: 'in', si: 'mm' },
    toSi: byUnit(
      (v) => v * METRES_PER_INCH,
      (v) => v / 1000,
    ),
    fromSi: byUnit(
      (v) => v / METRES_PER_INCH,
      (v) => v * 1000,
    ),
    digits: { us: 1, si: 0 },
  },
  count: { unit: { us: '', si: '' }, toSi: same, fromSi: same, digits: { us: 1, si: 1 } },
} satisfies Record<string, Edge>;
export type EdgeName = keyof typeof EDGES;

/** A typed number, sign and decimal comma allowed; NaN when it is none. */
export function readFigure(text: string): number {
  const plain = text.trim().replace(/[−–]/g, '-').replace(',', '.');
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : NaN;
}

export const showFigure = (edge: EdgeName, si: number | null | undefined, system: UnitSystem): string =>
  si === null || si === undefined ? '' : trimDecimals(EDGES[edge].fromSi(si, system), EDGES[edge].digits[system]);

export const toSi = (edge: EdgeName, text: string, system: UnitSystem): number => EDGES[edge].toSi(readFigure(text), system);

/** A form field holding typed text for a number between two SI limits; the message gives the limits in the reader's units. */
export function typedFigure(label: string, edge: EdgeName, system: UnitSystem, min: number, max: number, optional = false) {
  const unit = EDGES[edge].unit[system];
  return mixed<string>()
    .defined()
    .test('figure', '', (text, context) => {
      if ((text ?? '').trim() === '') return optional ? true : context.createError({ message: `${label}: type a number.` });
      const si = toSi(edge, text ?? '', system);
      if (Number.isNaN(si)) return context.createError({ message: `${label}: "${text ?? ''}" is not a number.` });
      if (si < min - 1e-9 || si > max + 1e-9) {
        return context.createError({
          message: `${label} must be between ${showFigure(edge, min, system)} and ${showFigure(edge, max, system)} ${unit}`.trim() + '.',
        });
      }
      return true;
    });
}
