import { arithmetic, commonPractice, fromMemory, type Source } from '../because';
import type { Refrigerant } from '../equipment';
import { airOfRelHum, heatOfRelHum, heatOfWetBulb, type AirHeat } from '../psychro';
import type { QuantityId } from '../readings';
import { saturationC, saturationShare } from '../refrigerant';
import type { EfficiencyEra, MeteringDevice } from '../survey';
import { M3S_PER_CFM, USUAL_CFM_PER_TON, type EdgeName } from '../units';

/** What a figure is judged by, beside the readings. */
export interface FigureSetting {
  refrigerant: Refrigerant;
  metering: MeteringDevice;
  era: EfficiencyEra;
  /** Nominal capacity, Btu/h. */
  btuh: number;
  /** Barometric pressure of the place, kPa absolute. */
  pressureKPa: number;
  /** Compressor current on the plate, A; null where nobody noted it. */
  ratedA: number | null;
  /** Subcooling that the plate wants, K; null or left out where nobody noted it. */
  plateSubcoolingK?: number | null;
  /** A heat pump: what it reads while it heats is no fault of cooling. */
  heats?: boolean;
}

/** A figure that readings come to. */
export type FigureId =
  | 'drop'
  | 'airRise'
  | 'evaporating'
  | 'superheat'
  | 'targetSuperheat'
  | 'condensing'
  | 'subcooling'
  | 'condensingOver'
  | 'evaporatorDifference'
  | 'lift'
  | 'airflow'
  | 'capacity'
  | 'sensible'
  | 'specificPower'
  | 'externalStatic'
  | 'recirculation'
  | 'amps'
  | 'volts';

/** Indoor airflow where nobody measured it: 400 cfm a ton. Common practice, no source. */
const ASSUMED_M3S_PER_BTUH = (USUAL_CFM_PER_TON * M3S_PER_CFM) / 12_000;

const F = 5 / 9;
const toF = (celsius: number) => celsius * 1.8 + 32;

/** What condensing is over outdoor air by era, K. Common practice, no source. */
const OVER_BY_ERA: Record<EfficiencyEra, number | null> = {
  unknown: null,
  'under-10': 30 * F,
  '10-12': 25 * F,
  '13-15': 20 * F,
  '16-up': 15 * F,
};

/** One figure: what it needs, how it is reckoned, and what it should lie between. */
export interface FigureRow {
  id: FigureId;
  name: string;
  edge: EdgeName;
  needs: readonly QuantityId[];
  /** Used where they were taken. */
  also?: readonly QuantityId[];
  /** Share of uncertainty that the formula itself adds, in the figure's unit. */
  own?: (value: number, setting: FigureSetting) => number;
  of: (values: Values, setting: FigureSetting) => number | null;
  band?: (values: Values, setting: FigureSetting) => { low: number | null; high: number | null } | null;
  because: string;
  source: Source;
  /** While it heats alone, or whatever it does; left out for figures of cooling. */
  at?: 'heating' | 'always';
  /** Only where this is so; else why not. */
  when?: (setting: FigureSetting, values: Values) => string | null;
}

/** Readings by quantity, SI, without their doubt. */
export type Values = Partial<Record<QuantityId, number>>;
const at = (values: Values, id: QuantityId): number => values[id] ?? NaN;

/** Air at return or supply, by whichever of wet bulb and humidity was taken. */
function airAt(values: Values, side: 'return' | 'supply', pressureKPa: number): AirHeat | null {
  const dry = values[`${side}Db`];
  const wet = values[`${side}Wb`];
  const rh = values[`${side}Rh`];
  if (dry === undefined) return null;
  if (wet !== undefined) return heatOfWetBulb(dry, wet, pressureKPa);
  return rh === undefined ? null : heatOfRelHum(dry, rh, pressureKPa);
}

const evaporating = (values: Values, { refrigerant, pressureKPa }: FigureSetting) =>
  saturationC(refrigerant, at(values, 'suctionP') + pressureKPa, 'dew');
const condensing = (values: Values, { refrigerant, pressureKPa }: FigureSetting) =>
  saturationC(refrigerant, at(values, 'liquidP') + pressureKPa, 'bubble');
const minus = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a - b);

/** How far a saturation temperature may be off by its fit, K: pressure rises by some 3 % for each kelvin. */
const fitK = (_: number, { refrigerant }: FigureSetting) => saturationShare(refrigerant) / 0.03;

const flowOf = (values: Values, { btuh }: FigureSetting): number => values.airflow ?? btuh * ASSUMED_M3S_PER_BTUH;

/** Kilowatts that the air loses: all, or its dry part. */
function airKW(values: Values, setting: FigureSetting, dryOnly: boolean): number | null {
  const back = airAt(values, 'return', setting.pressureKPa);
  const supply = airAt(values, 'supply', setting.pressureKPa);
  if (!back || !supply) return null;
  const kgs = flowOf(values, setting) / back.volumeM3kg;
  const change = dryOnly ? (1.006 + 1.86 * back.humRatio) * (back.dryBulbC - supply.dryBulbC) : back.enthalpyKJkg - supply.enthalpyKJkg;
  return kgs * change;
}

const fixedOnly = ({ metering }: FigureSetting) =>
  metering === 'fixed-orifice'
    ? null
    : metering === 'expansion-valve'
      ? 'An expansion valve holds its own superheat.'
      : 'What meters the refrigerant is not known.';

/** Superheat that a fixed orifice should give, K. Source: common practice; within a few °F of the table in California Title 24, appendix RA3.2, from memory. */
const targetK = (values: Values): number => ((3 * toF(at(values, 'returnWb')) - 80 - toF(at(values, 'outdoorIn'))) / 2) * F;

/** Its edge is read off a coarse table, °F. */
const BLANK_F = 0.05;

/** Where that table is blank: too dry a return for the outdoor air, or too little superheat left. */
function targetBlank(values: Values): string | null {
  const wet = toF(at(values, 'returnWb'));
  const out = toF(at(values, 'outdoorIn'));
  if (wet <= 61 + (out - 85) / 10 + BLANK_F)
    return 'Return air is too dry for the outdoor air: superheat cannot be judged in these conditions.';
  return targetK(values) < 5 * F ? 'The target is under 5 °F in these conditions: superheat cannot be judged.' : null;
}

/** A split that is usual at half humidity, K, and by how much less it is for each kelvin that the wet bulb is above that of half humidity. */
const [LEAST_SPLIT, MOST_SPLIT] = [16 * F, 22 * F];
const LESS_PER_WET_K = 0.85;
/** How much wider the band is where nobody measured humidity, K. */
const DRY_UNKNOWN_K = 4 * F;

/** What a temperature split usually lies between. Common practice, no source. */
function splitBand(values: Values, { pressureKPa }: FigureSetting): { low: number; high: number } | null {
  const dry = at(values, 'returnDb');
  if (dry < 18 || dry > 32) return null;
  const [wet, rh] = [values.returnWb, values.returnRh];
  const wetC = wet ?? (rh === undefined ? null : airOfRelHum(dry, rh, pressureKPa).wetBulbC);
  if (wetC === null) return { low: LEAST_SPLIT - DRY_UNKNOWN_K, high: MOST_SPLIT + DRY_UNKNOWN_K };
  const less = LESS_PER_WET_K * (wetC - airOfRelHum(dry, 50, pressureKPa).wetBulbC);
  return { low: LEAST_SPLIT - less, high: MOST_SPLIT - less };
}

const AIR_ALSO: readonly QuantityId[] = ['returnWb', 'returnRh', 'supplyWb', 'supplyRh', 'airflow'];

/** All figures. A band marked common practice has no source. */
export const FIGURE_ROWS: readonly FigureRow[] = [
  {
    id: 'drop',
    name: 'Temperature drop',
    edge: 'difference',
    needs: ['returnDb', 'supplyDb'],
    also: ['returnWb', 'returnRh'],
    of: (v) => at(v, 'returnDb') - at(v, 'supplyDb'),
    band: splitBand,
    because:
      'Return air minus supply air, dry bulb: 16 to 22 °F where return air is at half humidity, more where it is drier, less where it is damper. By itself it says little: it falls when more air flows, though more is cooled.',
    source: commonPractice,
  },
  {
    id: 'airRise',
    name: 'Air rise, heating',
    edge: 'difference',
    needs: ['returnDb', 'supplyDb'],
    at: 'heating',
    of: (v) => at(v, 'supplyDb') - at(v, 'returnDb'),
    because: 'Supply air minus return air while the heat pump heats. It rises with the outdoor air, and where less air flows.',
    source: arithmetic,
  },
  {
    id: 'evaporating',
    name: 'Evaporating temperature',
    edge: 'temperature',
    needs: ['suctionP'],
    own: fitK,
    of: evaporating,
    band: () => ({ low: -1.67, high: null }),
    because: 'Saturation at the suction pressure with the barometer of the place, dew. Below 29 °F the coil ices.',
    source: fromMemory('standard pressure-temperature charts'),
  },
  {
    id: 'superheat',
    name: 'Superheat',
    edge: 'difference',
    needs: ['suctionP', 'suctionLine'],
    own: fitK,
    of: (v, s) => minus(at(v, 'suctionLine'), evaporating(v, s)),
    band: (v, s) => {
      if (s.metering === 'expansion-valve') return { low: 5 * F, high: 18 * F };
      if (s.metering !== 'fixed-orifice' || v.returnWb === undefined || v.outdoorIn === undefined || targetBlank(v) !== null) return null;
      return { low: targetK(v) - 5 * F, high: targetK(v) + 5 * F };
    },
    because: 'Suction line less evaporating temperature. A fixed orifice within 5 °F of its target; an expansion valve 5 to 18 °F.',
    source: commonPractice,
  },
  {
    id: 'targetSuperheat',
    name: 'Target superheat',
    edge: 'difference',
    needs: ['returnWb', 'outdoorIn'],
    own: () => 3 * F * 0.6,
    of: targetK,
    when: (s, v) => fixedOnly(s) ?? targetBlank(v),
    because: 'Three times return wet bulb less 80 less outdoor air, halved, in °F. Fixed orifices only.',
    source: fromMemory('California Title 24, appendix RA3.2'),
  },
  {
    id: 'condensing',
    name: 'Condensing temperature',
    edge: 'temperature',
    needs: ['liquidP'],
    own: fitK,
    of: condensing,
    because: 'Saturation at the liquid pressure with the barometer of the place, bubble.',
    source: fromMemory('standard pressure-temperature charts'),
  },
  {
    id: 'subcooling',
    name: 'Subcooling',
    edge: 'difference',
    needs: ['liquidP', 'liquidLine'],
    own: fitK,
    of: (v, s) => minus(condensing(v, s), at(v, 'liquidLine')),
    band: (_, { metering, plateSubcoolingK: plate }) =>
      plate ? { low: plate - 3 * F, high: plate + 3 * F } : metering === 'expansion-valve' ? { low: 6 * F, high: 15 * F } : null,
    because:
      'Condensing temperature less liquid line. Within 3 °F of the plate’s where that was noted; without it 6 to 15 °F with an expansion valve.',
    source: commonPractice,
  },
  {
    id: 'condensingOver',
    name: 'Condensing over outdoor',
    edge: 'difference',
    needs: ['liquidP', 'outdoorIn'],
    own: fitK,
    of: (v, s) => minus(condensing(v, s), at(v, 'outdoorIn')),
    band: (_, { era }) => {
      const usual = OVER_BY_ERA[era];
      return usual === null ? null : { low: usual - 8 * F, high: usual + 5 * F };
    },
    because: 'Condensing temperature less outdoor air at the coil. About 30 °F under SEER 10, 25 to 12, 20 to 15, 15 from 16 up.',
    source: commonPractice,
  },
  {
    id: 'evaporatorDifference',
    name: 'Return air over evaporating',
    edge: 'difference',
    needs: ['suctionP', 'returnDb'],
    own: fitK,
    of: (v, s) => minus(at(v, 'returnDb'), evaporating(v, s)),
    band: () => ({ low: 30 * F, high: 40 * F }),
    because: 'Return air less evaporating temperature: 35 °F ± 5 at 400 cfm a ton.',
    source: commonPractice,
  },
  {
    id: 'lift',
    name: 'Lift of the compressor',
    edge: 'difference',
    needs: ['suctionP', 'liquidP'],
    own: fitK,
    of: (v, s) => minus(condensing(v, s), evaporating(v, s)),
    because: 'Condensing less evaporating temperature: what the compressor works against.',
    source: arithmetic,
  },
  {
    id: 'airflow',
    name: 'Airflow for each ton',
    edge: 'airflow',
    at: 'always',
    needs: ['airflow'],
    of: (v, { btuh }) => at(v, 'airflow') / (btuh / 12_000),
    band: () => ({ low: 350 * M3S_PER_CFM, high: 450 * M3S_PER_CFM }),
    because: 'Indoor airflow over nominal tons: 350 to 450 cfm.',
    source: commonPractice,
  },
  {
    id: 'capacity',
    name: 'Cooling, all of it',
    edge: 'heat',
    needs: ['returnDb', 'supplyDb'],
    also: AIR_ALSO,
    of: (v, s) => airKW(v, s, false),
    because: 'Air moved times what each kg of it loses, from the state points at the pressure of the place.',
    source: { kind: 'published', name: 'ASHRAE Handbook, psychrometric formulas, by the PsychroLib package' },
  },
  {
    id: 'sensible',
    name: 'Cooling, dry part',
    edge: 'heat',
    needs: ['returnDb', 'supplyDb'],
    also: AIR_ALSO,
    of: (v, s) => airKW(v, s, true),
    because: 'The same by dry bulb alone.',
    source: { kind: 'published', name: 'ASHRAE Handbook, psychrometric formulas, by the PsychroLib package' },
  },
  {
    id: 'specificPower',
    name: 'Power for the cooling',
    edge: 'specificPower',
    needs: ['returnDb', 'supplyDb', 'watts'],
    also: AIR_ALSO,
    of: (v, s) => {
      const kW = airKW(v, s, false);
      return kW === null || kW < 0.3 ? null : at(v, 'watts') / kW;
    },
    because: 'Watts of both units for what the air loses.',
    source: arithmetic,
  },
  {
    id: 'externalStatic',
    name: 'External static pressure',
    edge: 'staticPressure',
    at: 'always',
    needs: ['staticReturn', 'staticSupply'],
    of: (v) => at(v, 'staticSupply') - at(v, 'staticReturn'),
    band: () => ({ low: null, high: 149 }),
    because: 'Supply less return. Most air handlers are rated at 0.5 inH₂O; over 0.6 the ducts choke it.',
    source: commonPractice,
  },
  {
    id: 'recirculation',
    name: 'Outdoor air warmed by itself',
    edge: 'difference',
    needs: ['outdoorIn', 'outdoorAway'],
    of: (v) => at(v, 'outdoorIn') - at(v, 'outdoorAway'),
    band: () => ({ low: null, high: 2 }),
    because: 'Air at the coil less air away from the unit: over some 4 °F the unit draws in its own hot air.',
    source: commonPractice,
  },
  {
    id: 'amps',
    name: 'Compressor current over the plate',
    edge: 'percent',
    at: 'always',
    needs: ['compressorA'],
    of: (v, { ratedA }) => (ratedA === null ? null : (at(v, 'compressorA') / ratedA) * 100),
    band: () => ({ low: null, high: 100 }),
    when: ({ ratedA }) => (ratedA === null ? 'The plate’s amps were not noted.' : null),
    because: 'Measured current over the rated load current of the plate.',
    source: commonPractice,
  },
  {
    id: 'volts',
    name: 'Line voltage',
    edge: 'voltage',
    at: 'always',
    needs: ['volts'],
    of: (v) => at(v, 'volts'),
    band: (v) => {
      const nominal = at(v, 'volts') > 170 ? (at(v, 'volts') < 219 ? 208 : 240) : 120;
      return { low: nominal * 0.9, high: nominal * 1.1 };
    },
    because: 'Within a tenth of the plate.',
    source: commonPractice,
  },
];
