import {
  arithmetic,
  BAND_WORDS,
  concentrateFraction,
  correctMix,
  dryOut,
  endRatio,
  fromMemory,
  DRYING_MARGIN,
  formatDuration,
  formatRatio,
  mixFor,
  parseRatio,
  parseVolume,
  pressureAtAltitudeKPa,
  SKIN_FILM_KG_M2,
  strengthBand,
  SUN_TABLE,
  CoreError,
  trimDecimals,
  formatVolume,
  type Because,
  type SunExposure,
  type UnitSystem,
  type VolumeUnit,
} from '@elm-mist/core';
import { EDGES, readFigure, toSi, type EdgeName } from '../shared/figures';

export interface CalculatorField {
  id: string;
  label: string;
  start: Record<UnitSystem, string>;
  help?: string;
  edge?: EdgeName;
}

export interface CalculatorResult {
  lines: { label: string; value: string }[];
  because: Because;
}

export interface Calculator {
  id: string;
  name: string;
  what: string;
  fields: readonly CalculatorField[];
  /** @throws CoreError naming the field at fault */
  work: (values: Record<string, string>, system: UnitSystem) => CalculatorResult;
}

const volumeUnit = (system: UnitSystem): VolumeUnit => (system === 'us' ? 'floz' : 'mL');
const volume = (values: Record<string, string>, id: string, system: UnitSystem): number =>
  parseVolume(values[id] ?? '', volumeUnit(system), id);

function figure(values: Record<string, string>, id: string, label: string, edge: EdgeName, system: UnitSystem): number {
  const si = toSi(edge, values[id] ?? '', system);
  if (Number.isNaN(si)) throw new CoreError('unreadable', id, `${label}: type a number, in ${EDGES[edge].unit[system]}.`);
  return si;
}

const SUN_CHOICES: Record<string, SunExposure> = { shade: 'shade', broken: 'broken', full: 'full' };

/** Every calculation of the Bench: no visit needed, the same core as in a visit. */
export const CALCULATORS: readonly Calculator[] = [
  {
    id: 'pour',
    name: 'Pour',
    what: 'How much of each for a strength and a total.',
    fields: [
      { id: 'ratio', label: 'Strength', start: { us: '4:1', si: '4:1' }, help: '4:1, 1 in 5, 20 %, 16 oz per gallon of water' },
      { id: 'total', label: 'Make', start: { us: '1 gal', si: '4 L' }, help: 'gal, qt, cup, fl oz, L, mL' },
    ],
    work: (values, system) => {
      const reading = parseRatio(values['ratio'] ?? '', 'ratio');
      const totalL = volume(values, 'total', system);
      const mix = mixFor({ waterParts: reading.waterParts, totalL });
      return {
        lines: [
          { label: 'Water first', value: formatVolume(mix.waterL, system) },
          { label: 'Then concentrate', value: formatVolume(mix.concentrateL, system) },
          {
            label: 'That is',
            value: `1 in ${trimDecimals(reading.waterParts + 1, 2)} · ${trimDecimals(concentrateFraction(reading.waterParts) * 100, 1)} %`,
          },
        ],
        because: {
          id: 'bench-pour',
          title: 'What to pour',
          result: { label: 'Concentrate', quantity: { kind: 'volume', litres: mix.concentrateL } },
          inputs: [
            { label: 'Read as', text: reading.readAs },
            { label: 'Total', quantity: { kind: 'volume', litres: totalL } },
          ],
          rules: [{ id: 'mix.parts', because: 'Concentrate is the total divided by parts of water plus one.', source: arithmetic }],
          changes: ['One measure topped up to four is 3 : 1, not 4 : 1.'],
        },
      };
    },
  },
  {
    id: 'dial',
    name: 'Through a dial',
    what: 'What the coil sees when the reservoir is already cut.',
    fields: [
      { id: 'reservoirConcentrateL', label: 'Concentrate in the reservoir', start: { us: '6 fl oz', si: '180 mL' } },
      { id: 'reservoirTotalL', label: 'Topped up to', start: { us: '36 fl oz', si: '1080 mL' } },
      { id: 'dial', label: 'Dial', start: { us: '4:1', si: '4:1' }, help: 'straight when there is none' },
    ],
    work: (values, system) => {
      const concentrate = volume(values, 'reservoirConcentrateL', system);
      const total = volume(values, 'reservoirTotalL', system);
      const dial = parseRatio(values['dial'] ?? '', 'dial').waterParts;
      const end = endRatio({ reservoirConcentrateL: concentrate, reservoirTotalL: total, dialWaterParts: dial });
      const usual = strengthBand(end, { light: 10, medium: 6, heavy: 4 });
      return {
        lines: [
          { label: 'The coil sees', value: formatRatio(end) },
          { label: 'That is', value: `1 in ${trimDecimals(end + 1, 1)}` },
          { label: 'On a 10 · 6 · 4 label', value: BAND_WORDS[usual] },
        ],
        because: {
          id: 'bench-dial',
          title: 'Two dilutions multiply',
          result: { label: 'The coil sees', quantity: { kind: 'ratio', waterParts: end } },
          inputs: [
            { label: 'Reservoir', text: `1 part in ${trimDecimals(total / concentrate, 2)}` },
            { label: 'Dial', quantity: { kind: 'ratio', waterParts: dial } },
          ],
          rules: [{ id: 'mix.compound', because: 'The share in the reservoir times the share the dial lets through.', source: arithmetic }],
          changes: [`Straight concentrate in the reservoir: ${formatRatio(dial)}, what the dial says.`],
        },
      };
    },
  },
  {
    id: 'correct',
    name: 'Fix a mix',
    what: 'What to add when it came out too weak or too strong.',
    fields: [
      { id: 'volumeL', label: 'In the container now', start: { us: '1 gal', si: '4 L' } },
      { id: 'madeWaterParts', label: 'It is', start: { us: '10:1', si: '10:1' } },
      { id: 'targetWaterParts', label: 'It should be', start: { us: '4:1', si: '4:1' } },
      { id: 'capacityL', label: 'The container holds', start: { us: '2 gal', si: '8 L' } },
    ],
    work: (values, system) => {
      const input = {
        volumeL: volume(values, 'volumeL', system),
        madeWaterParts: parseRatio(values['madeWaterParts'] ?? '', 'madeWaterParts').waterParts,
        targetWaterParts: parseRatio(values['targetWaterParts'] ?? '', 'targetWaterParts').waterParts,
        capacityL: volume(values, 'capacityL', system),
      };
      const fix = correctMix(input);
      return {
        lines: [
          ...(fix.tipOutL > 1e-9 ? [{ label: 'First tip out', value: formatVolume(fix.tipOutL, system) }] : []),
          {
            label: fix.add === 'nothing' ? 'Add' : `Add ${fix.add}`,
            value: fix.add === 'nothing' ? 'nothing, it is right' : formatVolume(fix.addL, system),
          },
          { label: 'Then it holds', value: formatVolume(fix.totalL, system) },
        ],
        because: {
          id: 'bench-correct',
          title: 'Correcting a mix',
          result: { label: `Add ${fix.add}`, quantity: { kind: 'volume', litres: fix.addL } },
          inputs: [
            { label: 'Now', quantity: { kind: 'volume', litres: input.volumeL } },
            { label: 'It is', quantity: { kind: 'ratio', waterParts: input.madeWaterParts } },
            { label: 'It should be', quantity: { kind: 'ratio', waterParts: input.targetWaterParts } },
          ],
          rules: [
            {
              id: 'mix.correct',
              because: 'Too weak: concentrate V(c1 − c0)/(1 − c1). Too strong: water V(c0/c1 − 1). c is the share of concentrate.',
              source: arithmetic,
            },
          ],
          changes: [],
        },
      };
    },
  },
  {
    id: 'dry',
    name: 'Drying',
    what: 'How long foam stays wet on the face.',
    fields: [
      { id: 'dryBulbC', label: 'Air', edge: 'temperature', start: { us: '91', si: '33' } },
      { id: 'rhPct', label: 'Humidity', edge: 'percent', start: { us: '22', si: '22' } },
      { id: 'windMs', label: 'Wind', edge: 'wind', start: { us: '9', si: '4' } },
      { id: 'sun', label: 'Sun', start: { us: 'shade', si: 'shade' }, help: 'shade, broken or full' },
    ],
    work: (values, system) => {
      const sun = SUN_CHOICES[(values['sun'] ?? '').trim().toLowerCase()];
      if (!sun) throw new CoreError('unknown', 'sun', 'Sun: type shade, broken or full.');
      const dryBulbC = figure(values, 'dryBulbC', 'Air', 'temperature', system);
      const rhPct = readFigure(values['rhPct'] ?? '');
      const windMs = figure(values, 'windMs', 'Wind', 'wind', system);
      const result = dryOut({
        filmKgM2: SKIN_FILM_KG_M2,
        dryBulbC,
        rhPct,
        windMs,
        netRadiationWm2: SUN_TABLE[sun].netRadiationWm2,
        pressureKPa: pressureAtAltitudeKPa(0),
      });
      const hours = result.seconds > 4 * 3600;
      return {
        lines: [
          { label: 'Outer skin dry in', value: hours ? 'hours' : formatDuration(result.seconds) },
          { label: 'Trust', value: hours ? 'hours' : formatDuration(result.seconds * DRYING_MARGIN) },
        ],
        because: {
          id: 'bench-dry',
          title: 'When foam dries',
          result: {
            label: 'Outer skin dry in',
            ...(hours ? { text: 'hours' } : { quantity: { kind: 'duration', seconds: result.seconds } }),
          },
          inputs: [
            { label: 'Air', quantity: { kind: 'temperature', celsius: dryBulbC } },
            { label: 'Humidity', quantity: { kind: 'percent', percent: rhPct } },
            { label: 'Wind', quantity: { kind: 'speed', ms: windMs } },
            { label: 'Sun taken up', quantity: { kind: 'irradiance', wm2: SUN_TABLE[sun].netRadiationWm2 } },
            { label: 'Skin temperature', quantity: { kind: 'temperature', celsius: result.skinC } },
          ],
          rules: [
            {
              id: 'dry.balance',
              because: 'Heat from air and sun against the heat that evaporation takes, solved for the skin temperature; 30 % is kept back.',
              source: fromMemory('Penman (1948) with the natatorium wind function, ASHRAE Handbook — HVAC Applications'),
            },
          ],
          changes: [],
        },
      };
    },
  },
];
