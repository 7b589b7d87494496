import { arithmetic, commonPractice, type Because } from '../because';
import { capacityFromModel } from './capacity';
import { CONFIGURATION_TABLE, type Configuration } from './configuration';
import { faceArea, type CoilGeometry } from './geometry';

/** What a capacity is told from. */
export interface CapacityTold {
  model: string;
  btuh: number;
  configuration: Configuration;
}

/**
 * Why the capacity is what it is: read from the model number, or typed in.
 * @param system model number, Btu/h and configuration
 * @returns reasons, to be shown
 * @example capacityBecause({ model: 'QH4-036B', btuh: 36000, configuration: 'split-cool' }).rules[0].id // "capacity.model"
 */
export function capacityBecause({ model, btuh, configuration }: CapacityTold): Because {
  const read = (() => {
    try {
      return capacityFromModel(model, CONFIGURATION_TABLE[configuration].ductless);
    } catch {
      return null;
    }
  })();
  const fromModel = read?.btuh === btuh;
  return {
    id: 'capacity',
    title: 'Nominal capacity',
    result: { label: 'Capacity', quantity: { kind: 'capacity', btuh } },
    inputs: [
      { label: 'Model number', text: model || 'not noted' },
      ...(fromModel && read ? [{ label: 'Read as', text: `${read.read} thousand Btu/h` }] : []),
    ],
    rules: [
      fromModel
        ? {
            id: 'capacity.model',
            because: 'Makers put the nominal size in the model number, in thousands of Btu/h.',
            source: commonPractice,
          }
        : { id: 'capacity.typed', because: 'Entered from the data plate.', source: { kind: 'label', name: 'the data plate' } },
      { id: 'capacity.tons', because: 'Tons are Btu/h divided by 12,000.', source: arithmetic },
    ],
    changes: [],
  };
}

/**
 * Why the face area is what it is.
 * @param geometry of the coil
 * @returns reasons, to be shown
 * @throws CoreError as `faceArea`
 * @example areaBecause(coil().geometry).result.quantity.m2 // 0.72
 */
export const areaBecause = (geometry: CoilGeometry): Because => ({
  id: 'face-area',
  title: 'Face area',
  result: { label: 'Face area', quantity: { kind: 'area', m2: faceArea(geometry) } },
  inputs: [
    { label: 'Finned height', quantity: { kind: 'length', m: geometry.finnedHeightM } },
    ...geometry.faces.map((face) => ({ label: face.name, quantity: { kind: 'length' as const, m: face.widthM } })),
  ],
  rules: [{ id: 'area.sum', because: 'Finned height times the width of each open face, added up.', source: arithmetic }],
  changes: ['One more open face adds its own height times width.'],
});
