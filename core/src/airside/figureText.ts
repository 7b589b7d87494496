import type { Because } from '../because';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { EDGES, trimDecimals, type EdgeName, type UnitSystem } from '../units';
import type { Uncertain } from './uncertain';
import type { Figure } from './figures';

/**
 * A figure with its doubt at two sigmas, with no more digits than it has.
 * @param figure value and standard uncertainty, SI
 * @param edge how it is shown
 * @param units of the reader
 * @returns words such as "12.3 ± 1.4 °F"
 * @example doubtText({ value: 5, u: 0.5 }, 'difference', 'si') // '5 ± 1 K'
 */
export function doubtText({ value, u }: Uncertain, edge: EdgeName, units: UnitSystem): string {
  const { fromSi, unit } = EDGES[edge];
  const shown = fromSi(value, units);
  const doubt = Math.abs(fromSi(value + 2 * u, units) - shown);
  if (doubt >= 20) return `${Math.round(shown / 10) * 10} ± ${Math.ceil(doubt / 10) * 10} ${unit[units]}`.trim();
  const digits = doubt >= 2 ? 0 : doubt >= 0.095 ? 1 : 2;
  return `${trimDecimals(shown, digits)} ± ${trimDecimals(doubt, digits)} ${unit[units]}`.trim();
}

/**
 * A reading as it is shown: one decimal for temperatures, else as its kind is.
 * @param quantity what was read
 * @param value SI
 * @param units of the reader
 * @returns figure and unit
 * @example readingText('returnDb', 24.26, 'si') // '24.3 °C'
 */
export function readingText(quantity: QuantityId, value: number, units: UnitSystem): string {
  const { edge } = QUANTITIES[quantity];
  const { fromSi, unit, digits } = EDGES[edge];
  return `${trimDecimals(fromSi(value, units), edge === 'temperature' ? 1 : digits[units])} ${unit[units]}`.trim();
}

/**
 * Where a figure comes from, for the Because sheet.
 * @param figure as reckoned
 * @param set the readings it was reckoned from
 * @param units of the reader
 * @returns inputs, rule, result and what would change the verdict
 * @example figureBecause({ id: 'drop', name: 'Temperature drop', edge: 'difference', value: 10, u: 0.3, low: null, high: null, verdict: null, uses: [], assumed: '', because: '', source: arithmetic }, {}, 'si').result.text // '10 ± 0.6 K'
 */
export function figureBecause(figure: Figure, set: ReadingSet, units: UnitSystem): Because {
  const limits = [
    figure.low === null ? '' : `from ${edgeText(figure.low, figure.edge, units)}`,
    figure.high === null ? '' : `to ${edgeText(figure.high, figure.edge, units)}`,
  ];
  const usual = limits.filter(Boolean).join(' ');
  return {
    id: `figure.${figure.id}`,
    title: figure.name,
    result: { label: figure.name, text: doubtText(figure, figure.edge, units) },
    inputs: [
      ...figure.uses.flatMap((id) => {
        const reading = set[id];
        return reading ? [{ label: QUANTITIES[id].name, text: readingText(id, reading.value, units) }] : [];
      }),
      ...(usual ? [{ label: 'Usual', text: usual }] : []),
      ...(figure.assumed ? [{ label: 'Taken', text: figure.assumed }] : []),
    ],
    rules: [{ id: `figure.${figure.id}`, because: figure.because, source: figure.source }],
    changes: figure.verdict === 'unsure' ? ['A finer instrument: the doubt of this one is as wide as what it is asked.'] : [],
  };
}

const edgeText = (value: number, edge: EdgeName, units: UnitSystem): string => {
  const { fromSi, unit, digits } = EDGES[edge];
  return `${trimDecimals(fromSi(value, units), digits[units])} ${unit[units]}`.trim();
};
