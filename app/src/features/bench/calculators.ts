import { arithmetic, fromMemory, type Because } from '@elm-mist/core/because';
import { DRYING_MARGIN, dryOut, pressureAtAltitudeKPa, SKIN_FILM_KG_M2 } from '@elm-mist/core/dryout';
import { FPI_RANGE, USUAL_ROW_DEPTH_M } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { BAND_WORDS, endRatio, parseRatio, reservoirFor, solutionVolume, strengthBand } from '@elm-mist/core/mix';
import { SUN_TABLE, type SunExposure } from '@elm-mist/core/survey';
import {
  EDGES,
  formatDuration,
  formatRatio,
  formatVolume,
  METRES_PER_INCH,
  parseVolume,
  readFigure,
  toSi,
  trimDecimals,
  type EdgeName,
  type UnitSystem,
  type VolumeUnit,
} from '@elm-mist/core/units';

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

const APPLIED: Record<string, 'foam' | 'wet'> = { foam: 'foam', wet: 'wet' };

function whole(values: Record<string, string>, id: string, label: string, min: number, max: number): number {
  const value = readFigure(values[id] ?? '');
  if (!Number.isInteger(value) || value < min || value > max)
    throw new CoreError('out-of-range', id, `${label}: a whole number from ${min} to ${max}.`);
  return value;
}

/** Every calculation of the Bench: no visit needed, the same core as in a visit. */
export const CALCULATORS: readonly Calculator[] = [
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
    id: 'inverse',
    name: 'What to put in',
    what: 'What the reservoir must hold so that the coil sees the strength you want.',
    fields: [
      { id: 'target', label: 'The coil should see', start: { us: '20:1', si: '20:1' } },
      { id: 'dialWaterParts', label: 'Dial', start: { us: '4:1', si: '4:1' }, help: 'what it gives, not what it says: calibrate it' },
      { id: 'reservoir', label: 'The reservoir holds', start: { us: '36 fl oz', si: '1 L' } },
    ],
    work: (values, system) => {
      const target = parseRatio(values['target'] ?? '', 'target').waterParts;
      const dial = parseRatio(values['dialWaterParts'] ?? '', 'dialWaterParts').waterParts;
      const reservoirL = volume(values, 'reservoir', system);
      const { share, waterParts } = reservoirFor({ targetWaterParts: target, dialWaterParts: dial });
      return {
        lines: [
          { label: 'Concentrate in', value: formatVolume(share * reservoirL, system) },
          { label: 'Top up with water', value: formatVolume((1 - share) * reservoirL, system) },
          { label: 'The reservoir is then', value: waterParts === 0 ? 'straight concentrate' : formatRatio(waterParts) },
        ],
        because: {
          id: 'bench-inverse',
          title: 'What the reservoir must hold',
          result: { label: 'Concentrate in', quantity: { kind: 'volume', litres: share * reservoirL } },
          inputs: [
            { label: 'Wanted at the coil', quantity: { kind: 'ratio', waterParts: target } },
            { label: 'Dial', quantity: { kind: 'ratio', waterParts: dial } },
          ],
          rules: [{ id: 'mix.inverse', because: 'Share in the reservoir: (dial + 1) parts in (wanted + 1).', source: arithmetic }],
          changes: ['A dial weaker than the strength wanted cannot be helped by the reservoir.'],
        },
      };
    },
  },
  {
    id: 'volume',
    name: 'How much',
    what: 'Ready mix for a coil, from its faces, rows and fins.',
    fields: [
      {
        id: 'faceAreaM2',
        label: 'All open faces',
        edge: 'area',
        start: { us: '14', si: '1.3' },
        help: 'finned height × the length round the open faces',
      },
      { id: 'rows', label: 'Rows', start: { us: '1', si: '1' } },
      { id: 'finsPerInch', label: 'Fins per inch', start: { us: '16', si: '16' } },
      { id: 'applied', label: 'Carried as', start: { us: 'foam', si: 'foam' }, help: 'foam or wet' },
      { id: 'passes', label: 'Passes', start: { us: '1', si: '1' } },
    ],
    work: (values, system) => {
      const applied = APPLIED[(values['applied'] ?? '').trim().toLowerCase()];
      if (!applied) throw new CoreError('unknown', 'applied', 'Carried as: type foam or wet.');
      const area = figure(values, 'faceAreaM2', 'All open faces', 'area', system);
      const rows = whole(values, 'rows', 'Rows', 1, 3);
      const finsPerInch = figure(values, 'finsPerInch', 'Fins per inch', 'count', system);
      if (finsPerInch < FPI_RANGE.min || finsPerInch > FPI_RANGE.max)
        throw new CoreError('out-of-range', 'finsPerInch', `Fins per inch: between ${FPI_RANGE.min} and ${FPI_RANGE.max}.`);
      if (area <= 0) throw new CoreError('out-of-range', 'faceAreaM2', 'All open faces: more than nothing.');
      const finSurfaceM2 = area * rows * 2 * finsPerInch * (USUAL_ROW_DEPTH_M / METRES_PER_INCH);
      const volumeOf = solutionVolume({ finSurfaceM2, applied, passes: whole(values, 'passes', 'Passes', 1, 4) });
      return {
        lines: [
          { label: 'Ready mix', value: formatVolume(volumeOf.litres, system) },
          {
            label: 'The film alone, without waste',
            value: `${formatVolume(volumeOf.lowL, system)} to ${formatVolume(volumeOf.highL, system)}`,
          },
        ],
        because: volumeOf.because,
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
