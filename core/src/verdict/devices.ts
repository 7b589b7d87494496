import type { FigureSetting } from '../airside';
import { METERING_NAMES, type EfficiencyEra, type MeteringDevice } from '../survey';

/** A metering device that is known. */
export type KnownDevice = Exclude<MeteringDevice, 'unknown'>;

/** How many of a time's split systems meter by a fixed orifice, 0…1. Valves came with the efficiency that they bring. Judgment, no source. */
const ORIFICES: Record<EfficiencyEra, number> = { unknown: 0.5, 'under-10': 0.8, '10-12': 0.7, '13-15': 0.4, '16-up': 0.1 };

/**
 * What may meter the refrigerant of a unit, and how likely each is before anything is read.
 * @param setting what the unit is
 * @returns the plate's device, or both where it does not tell, with shares that come to one
 * @example devicesOf({ refrigerant: 'R-410A', metering: 'unknown', era: '16-up', btuh: 36000, pressureKPa: 101.325, ratedA: null }).length // 2
 */
export function devicesOf({ metering, era }: FigureSetting): { device: KnownDevice; share: number }[] {
  if (metering !== 'unknown') return [{ device: metering, share: 1 }];
  return [
    { device: 'fixed-orifice', share: ORIFICES[era] },
    { device: 'expansion-valve', share: 1 - ORIFICES[era] },
  ];
}

/** From here on the readings are said to look like a device. */
const LOOKS = 0.8;

/**
 * What is said where the plate does not tell what meters the refrigerant.
 * @param metering as the diagnosis tells it; null where the plate tells
 * @returns a sentence; empty where the plate tells
 * @example meteringWords({ device: 'expansion-valve', probability: 0.93 }) // 'What meters the refrigerant is not noted: judged both ways. These readings look like an expansion valve (93 %).'
 */
export function meteringWords(metering: { device: KnownDevice; probability: number } | null): string {
  if (!metering) return '';
  const { device, probability } = metering;
  const looks =
    probability >= LOOKS
      ? ` These readings look like ${device === 'expansion-valve' ? 'an' : 'a'} ${METERING_NAMES[device].toLowerCase()} (${Math.round(probability * 100)} %).`
      : '';
  return `What meters the refrigerant is not noted: judged both ways.${looks}`;
}
