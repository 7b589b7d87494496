import type { CoilRecord, PlaceRecord, SystemRecord } from '@elm-mist/contract';
import type { Agreement } from '@elm-mist/core/agreement';
import { USUAL_ROW_DEPTH_M, type CoilFace } from '@elm-mist/core/equipment';
import { DEFAULT_HOUSE_RULES, type HouseRules } from '@elm-mist/core/method';
import type { PriceBook } from '@elm-mist/core/price';
import { usualWays, type ReportWays } from '@elm-mist/core/report';
import { METRES_PER_INCH } from '@elm-mist/core/units';
import type { StoredShop } from '../store/schema';

/** An invented shop in an invented town. No name, model, product or price here is anybody's. */
export const DEMO_RULES: HouseRules = {
  ...DEFAULT_HOUSE_RULES,
  readings: 'full',
  hourlyRate: 95,
  waterPricePerM3: 1.6,
  energyPricePerKwh: 0.17,
};

const priced = (id: PriceBook['rows'][number]['id'], amount: string, way: 'fixed' | 'minutes' = 'fixed') => ({
  id,
  way,
  amount,
  taxPct: '5.5',
});

/** Prices that nobody charges. */
export const DEMO_BOOK: PriceBook = {
  rows: [
    priced('call-out', '45.00'),
    priced('exterior', '85.00'),
    priced('guards-off', '110.00'),
    priced('top-open', '165.00'),
    priced('deep', '235.00'),
    priced('extra-face', '18.00'),
    priced('panel', '40.00'),
    priced('coil-and-pan', '145.00'),
    priced('wheel-in', '35.00'),
    priced('wheel-out', '190.00'),
    priced('head', '125.00'),
    priced('drain', '95.00', 'minutes'),
    priced('labour', '95.00', 'minutes'),
  ],
  parts: [
    { name: 'Contactor', amount: '38.50', taxPct: '5.5' },
    { name: 'Run capacitor', amount: '24.00', taxPct: '5.5' },
    { name: 'Float switch', amount: '31.00', taxPct: '5.5' },
    { name: 'Locking port cap', amount: '9.25', taxPct: '5.5' },
    { name: 'Filter', amount: '14.00', taxPct: '5.5' },
    { name: 'Line insulation, 6 ft', amount: '12.75', taxPct: '5.5' },
  ],
  facesIncluded: 3,
  validDays: 30,
};

/** How this shop hands its reports over. */
export const DEMO_WAYS: ReportWays = {
  ...usualWays(),
  guarantee: 'Should a washed coil show dark again under the same torch, we wash it again free of charge.',
};

export const DEMO_SHOP: StoredShop = {
  name: 'Cotter & Vane Coil Care',
  address: 'Saltlick Bend',
  latitudeDeg: 42.2,
  longitudeDeg: -100.6,
  altitudeM: 780,
  zone: 'America/Chicago',
  currency: 'USD',
  crew: [
    { id: 'wren-cotter', name: 'Wren Cotter', licences: ['refrigerant', 'electrical'], archived: false },
    { id: 'ives-vane', name: 'Ives Vane', licences: [], archived: false },
  ],
  setUp: ['shop', 'crew', 'cleaner', 'places'],
};

const inches = (n: number) => n * METRES_PER_INCH;
/** Where each place lies from the shop, degrees north and east: a small town and the lake beyond it. */
const FROM_SHOP: Record<string, [north: number, east: number]> = {
  fennick: [0.012, -0.018],
  quillon: [-0.004, 0.006],
  'marl-lane': [-0.047, -0.06],
  harrow: [0.02, 0.035],
  goosewater: [0.083, 0.021],
  alder: [0.009, 0.014],
};
const town = (street: string) => `${street}, Saltlick Bend`;
const place = (id: string, name: string, customerName: string, address: string, note: string): PlaceRecord => ({
  id,
  name,
  customerName,
  address,
  note,
  customerId: `customer-${id}`,
  phone: '',
  latitudeDeg: 42.2 + (FROM_SHOP[id]?.[0] ?? 0),
  longitudeDeg: -100.6 + (FROM_SHOP[id]?.[1] ?? 0),
  altitudeM: 780,
  positionFrom: 'typed',
  archived: false,
});

export const DEMO_PLACES: PlaceRecord[] = [
  place(
    'fennick',
    'Fennick terrace',
    'Odile Fennick',
    town('7 Lantern Row'),
    'Side gate on the left. Dryer vent blows straight on the unit.',
  ),
  place(
    'quillon',
    'Quillon bakery flat',
    'Bastian Quillon',
    town('22 Kiln Street, upstairs'),
    'Park behind the ovens. Flat is empty until two.',
  ),
  place(
    'marl-lane',
    'Marl Lane ranch',
    'Ysolde Brandt-Oakes',
    town('140 Marl Lane'),
    'Unit stands in the west sun from noon. Dog indoors.',
  ),
  place(
    'harrow',
    'Harrow Road bungalow',
    'Harrow Road Foot Clinic',
    town('9 Harrow Road'),
    'Roof ladder behind the bins. Patients until six.',
  ),
  place('goosewater', 'Goosewater cottage', 'Emrys Tallow', town('3 Goosewater Track'), 'Geese. Keep the run-off out of the lake.'),
  place('alder', 'Alder carriage house', 'Perpetua Sloe', town('61 Alder Mews'), 'Upstairs studio, pale carpet.'),
];

const system = (row: Omit<SystemRecord, 'note' | 'archived'> & { note?: string }): SystemRecord => ({ note: '', archived: false, ...row });

export const DEMO_SYSTEMS: SystemRecord[] = [
  system({
    id: 'fennick-hp',
    placeId: 'fennick',
    name: 'Heat pump',
    configuration: 'split-heat-pump',
    model: 'QH4-036B',
    btuh: 36000,
    refrigerant: 'R-410A',
    madeYear: 2014,
  }),
  system({
    id: 'quillon-split',
    placeId: 'quillon',
    name: 'Flat cooling',
    configuration: 'split-cool',
    model: 'VT2-042C',
    btuh: 42000,
    refrigerant: 'R-410A',
    madeYear: 2011,
  }),
  system({
    id: 'quillon-shop',
    placeId: 'quillon',
    name: 'Shop front unit',
    configuration: 'package-ac',
    model: 'PB060-K',
    btuh: 60000,
    refrigerant: 'R-410A',
    madeYear: 2017,
  }),
  system({
    id: 'marl-split',
    placeId: 'marl-lane',
    name: 'House cooling',
    configuration: 'split-cool',
    model: 'MK-030F',
    btuh: 30000,
    refrigerant: 'R-454B',
    madeYear: 2024,
  }),
  system({
    id: 'harrow-roof',
    placeId: 'harrow',
    name: 'Roof unit',
    configuration: 'package-gas-electric',
    model: 'GR048-2',
    btuh: 48000,
    refrigerant: 'R-410A',
    madeYear: 2016,
  }),
  system({
    id: 'goosewater-cottage',
    placeId: 'goosewater',
    name: 'Cottage cooling',
    configuration: 'split-cool',
    model: 'SP024-A',
    btuh: 24000,
    refrigerant: 'R-22',
    madeYear: 2004,
  }),
  system({
    id: 'goosewater-boathouse',
    placeId: 'goosewater',
    name: 'Boathouse heat pump',
    configuration: 'split-heat-pump',
    model: 'SQ018-H',
    btuh: 18000,
    refrigerant: 'R-410A',
    madeYear: 2012,
  }),
  system({
    id: 'alder-studio',
    placeId: 'alder',
    name: 'Studio ductless',
    configuration: 'ductless-split',
    model: 'DW018',
    btuh: 18000,
    refrigerant: 'R-32',
    madeYear: 2021,
  }),
  system({
    id: 'alder-ground',
    placeId: 'alder',
    name: 'Ground floor ductless',
    configuration: 'ductless-split',
    model: 'DW024',
    btuh: 24000,
    refrigerant: 'R-32',
    madeYear: 2021,
  }),
];

const COMPASS: Record<string, number> = { North: 0, East: 90, South: 180, West: 270 };

/** @param firstDeg direction the first face looks to; the next ones go on clockwise by quarters */
const faces = (list: [id: string, name: string, widthIn: number, wall?: boolean][], firstDeg: number | null): CoilFace[] =>
  list.map(([id, name, widthIn, wall], i) => ({
    id,
    name,
    widthM: inches(widthIn),
    wallSide: wall ?? false,
    facesDeg: COMPASS[name] ?? (firstDeg === null ? null : (firstDeg + 90 * i) % 360),
  }));

const outdoor = (
  systemId: string,
  over: Partial<CoilRecord> & { heightIn: number; rows?: 1 | 2; fpi?: number; looks?: number; list: Parameters<typeof faces>[0] },
): CoilRecord => {
  const { heightIn, rows = 1, fpi = 18, looks = null, list, ...build } = over;
  return {
    id: `${systemId}-out`,
    systemId,
    name: '',
    archived: false,
    role: 'condenser',
    construction: 'copper-plate-fin',
    guards: 'wire',
    topOpens: true,
    makerWaterOnly: false,
    geometry: {
      shape: list.length > 1 ? 'wrap' : 'slab',
      finnedHeightM: inches(heightIn),
      rows,
      finsPerInch: fpi,
      rowDepthM: USUAL_ROW_DEPTH_M,
      faces: faces(list, looks),
    },
    ...build,
  };
};

const indoor = (
  systemId: string,
  shape: 'a-coil' | 'slab' | 'n-coil' | 'wall-head',
  heightIn: number,
  slabIn: number,
  rows: 1 | 2 | 3 = 2,
): CoilRecord => {
  const names = {
    'a-coil': ['Left slab', 'Right slab'],
    slab: ['Slab'],
    'n-coil': ['Left slab', 'Middle slab', 'Right slab'],
    'wall-head': ['Front bend', 'Top bend', 'Rear bend'],
  }[shape];
  return {
    id: `${systemId}-in`,
    systemId,
    name: '',
    archived: false,
    role: 'evaporator',
    construction: 'copper-plate-fin',
    guards: 'none',
    topOpens: false,
    makerWaterOnly: false,
    geometry: {
      shape,
      finnedHeightM: inches(heightIn),
      rows,
      finsPerInch: 14,
      rowDepthM: USUAL_ROW_DEPTH_M,
      faces: names.map((name, i) => ({ id: `s${i + 1}`, name, widthM: inches(slabIn), wallSide: false })),
    },
  };
};

export const DEMO_COILS: CoilRecord[] = [
  outdoor('fennick-hp', {
    looks: 45,
    heightIn: 24,
    rows: 2,
    list: [
      ['path', 'Path', 18],
      ['hedge', 'Hedge', 20],
      ['house', 'House', 12, true],
      ['vent', 'Dryer vent', 22],
    ],
  }),
  indoor('fennick-hp', 'a-coil', 18, 20),
  outdoor('quillon-split', {
    looks: 0,
    heightIn: 27,
    rows: 2,
    guards: 'louvre',
    list: [
      ['yard', 'Yard', 26],
      ['duct', 'Oven duct', 24],
      ['wall', 'Wall', 20, true],
    ],
  }),
  indoor('quillon-split', 'a-coil', 20, 21, 3),
  outdoor('quillon-shop', {
    looks: 90,
    heightIn: 26,
    construction: 'coated',
    guards: 'hinged',
    list: [
      ['street', 'Street', 40],
      ['alley', 'Alley', 22],
    ],
  }),
  indoor('quillon-shop', 'slab', 24, 34),
  outdoor('marl-split', {
    looks: 180,
    heightIn: 32,
    construction: 'microchannel',
    fpi: 22,
    list: [
      ['north', 'North', 24],
      ['west', 'West', 26],
      ['south', 'South', 24],
    ],
  }),
  indoor('marl-split', 'n-coil', 16, 17),
  outdoor('harrow-roof', {
    looks: 90,
    heightIn: 30,
    construction: 'aluminium-plate-fin',
    guards: 'none',
    list: [
      ['east', 'East', 38],
      ['south', 'South', 24],
    ],
  }),
  indoor('harrow-roof', 'slab', 28, 36, 3),
  outdoor('goosewater-cottage', {
    looks: 0,
    heightIn: 24,
    construction: 'spine-fin-aluminium',
    fpi: 20,
    guards: 'louvre',
    list: [
      ['lake', 'Lake', 26],
      ['porch', 'Porch', 24],
      ['shed', 'Shed', 22, true],
    ],
  }),
  indoor('goosewater-cottage', 'a-coil', 16, 18),
  outdoor('goosewater-boathouse', {
    looks: 90,
    heightIn: 20,
    construction: 'spine-fin-copper',
    fpi: 20,
    list: [
      ['dock', 'Dock', 22],
      ['bank', 'Bank', 20],
    ],
  }),
  indoor('goosewater-boathouse', 'slab', 14, 18),
  outdoor('alder-studio', {
    looks: 0,
    heightIn: 22,
    guards: 'wire',
    topOpens: false,
    list: [
      ['back', 'Back', 28],
      ['side', 'Side', 11],
    ],
  }),
  indoor('alder-studio', 'wall-head', 28, 6),
  outdoor('alder-ground', {
    looks: 0,
    heightIn: 24,
    guards: 'wire',
    topOpens: false,
    list: [
      ['back', 'Back', 30],
      ['side', 'Side', 12],
    ],
  }),
  indoor('alder-ground', 'wall-head', 31, 6),
];

/** What was agreed with owners; days count from the demo's own. */
export const DEMO_AGREEMENTS: (Omit<Agreement, 'since' | 'renews'> & { systemId: string; sinceDaysBack: number })[] = [
  {
    systemId: 'alder-ground',
    sinceDaysBack: 130,
    visitsAYear: 2,
    includes: ['call-out', 'head', 'exterior', 'guards-off', 'drain'],
    price: '260.00',
    note: 'Key with the studio upstairs.',
  },
];
