import { commonPractice } from '../because';
import type { JobFacts } from './methodFacts';
import { allMatches, type Rule } from './rule';

/** Something to carry or wear. */
export interface KitItem {
  what: string;
  /** How many, or how much, in words. */
  quantity: string;
  kind: 'tool' | 'protection';
}

/** New filters to bring, by how many the system takes. */
const FILTER_COUNTS: readonly [JobFacts['filterCount'], string][] = [
  ['unknown', '1 for each return grille'],
  ['one', '1'],
  ['two', '2'],
  ['three', '3, or as many as it takes'],
];

/** What each thing is for. */
const FOR = {
  meter: 'nothing is opened before it is proven dead',
  torch: 'light through the fins tells how open they are',
  driver: 'panels and guards',
  'gloves-cut': 'fins and sheet metal cut',
  'gloves-chem': 'cleaner on skin',
  goggles: 'cleaner in eyes',
  water: 'a splash of alkali is rinsed at once',
  'mask-dust': 'what is lifted dry flies',
  'eyes-dust': 'what is lifted dry flies',
  gfci: 'mains and water',
  'jug-drain': 'a drain is proven by pouring',
  'vacuum-debris': 'debris comes out before any water',
  'bus-meter': 'an inverter board keeps its charge',
  'weep-rod': 'the base drains before water comes',
  'wheel-brush': 'the blower wheel is cleaned in place',
  'mask-mould': 'biofilm sheds spores',
  'mask-nest': 'droppings carry disease',
  brush: 'felt comes off along the fins',
  vacuum: 'what the brush loosens',
  hose: 'the rinse',
  nozzle: 'the shop’s way of rinsing',
  washer: 'the shop’s way of rinsing, or no hose',
  mug: 'no hose, and rinsed by hand',
  blower: 'no hose, and blown out',
  'eyes-ears': 'a blower',
  cover: 'the shop shields the controls',
  bag: 'the motor stays with the top off',
  'wet-vacuum': 'a base without holes',
  drill: 'holes in the base, with consent',
  dose: 'the shop doses drains',
  bleach: 'the shop doses drains',
  tray: 'a ceiling below',
  mirror: 'the dirty side is underneath',
  filter: 'the filter was loaded, blocked or missing',
  hex: 'the wheel comes out',
  wipes: 'oil left on lines hides the next leak',
  'lead-block': 'short leads',
  comb: 'bent fins',
  sprayer: 'little water indoors',
  sheet: 'floor and board',
  rod: 'the drain',
  bib: 'a wall head over a room',
  ladder: 'it may stand on a roof',
  sensor: 'a mildly flammable refrigerant',
} as const;

const row = (
  id: keyof typeof FOR,
  when: Rule<JobFacts, KitItem>['when'],
  kind: KitItem['kind'],
  what: string,
  quantity = '',
): Rule<JobFacts, KitItem> => ({
  id: `kit.${id}`,
  when,
  then: { what, quantity, kind },
  because: `${what}: ${FOR[id]}.`,
  source: commonPractice,
});

/** What to carry and wear, by what the job is. Common practice, no source; the label's own list outranks it. */
export const KIT: readonly Rule<JobFacts, KitItem>[] = [
  row('meter', {}, 'tool', 'Voltage meter and tag', '1 meter, 2 tags'),
  row('torch', {}, 'tool', 'Torch', '1, spare cells'),
  row('driver', {}, 'tool', '¼ in hex driver and screw tray', '1'),
  row('gloves-cut', {}, 'protection', 'Cut-resistant gloves', '1 pair each'),
  row('gloves-chem', { usesCleaner: true }, 'protection', 'Chemical gloves', '1 pair each, 1 spare'),
  row('goggles', { usesCleaner: true }, 'protection', 'Sealed goggles', '1 pair each'),
  row('water', { strongAlkali: true }, 'protection', 'Running water within reach', '1 hose or 5 gal'),
  row('mask-dust', { dryLift: true }, 'protection', 'Dust mask', '1 each'),
  row('eyes-dust', { dryLift: true }, 'protection', 'Eye protection', '1 each'),
  row('gfci', { dryLift: true }, 'tool', 'GFCI adapter for what plugs in', '1'),
  row('jug-drain', { role: 'evaporator' }, 'tool', 'Quart (1 L) jug for the drain', '1'),
  row('vacuum-debris', { role: 'condenser', debrisInside: true, insideReached: true }, 'tool', 'Vacuum with soft brush', '1'),
  row('bus-meter', { role: 'condenser', inverter: 'yes' }, 'tool', 'Meter with a DC range for the bus', '1'),
  row('bus-meter', { role: 'condenser', inverter: 'unknown', ductless: true }, 'tool', 'Meter with a DC range for the bus', '1'),
  row(
    'weep-rod',
    { role: 'condenser', insideReached: true, weepHoles: ['blocked', 'unknown'] },
    'tool',
    'Thin rod for the weep holes',
    '1',
  ),
  row('wheel-brush', { wheel: ['dusty', 'caked'], opening: ['panel', 'coil-and-pan'] }, 'tool', 'Wheel brush', '1'),
  row('mask-mould', { soils: { includes: 'biofilm' } }, 'protection', 'N95 or P100 mask', '1 each, 1 spare'),
  row('mask-nest', { soils: { includes: 'nest' } }, 'protection', 'P100 mask', '1 each, 1 spare'),
  row('brush', { dryLift: true }, 'tool', 'Soft nylon brush', '1'),
  row('vacuum', { dryLift: true }, 'tool', 'Vacuum with soft brush', '1'),
  row('hose', { role: 'condenser', waterWay: 'unknown' }, 'tool', 'Hose with backflow preventer', '1'),
  row('nozzle', { role: 'condenser', nozzle: ['fan nozzle', 'shower'] }, 'tool', 'Fan or shower nozzle', '1'),
  row('nozzle', { role: 'condenser', nozzle: 'straight jet' }, 'tool', 'Straight nozzle', '1'),
  row('washer', { nozzle: 'washer, low setting' }, 'tool', 'Washer with a low setting, GFCI on the mains', '1'),
  row(
    'washer',
    { nozzle: ['small battery washer, low', 'small battery washer, high'] },
    'tool',
    'Small battery washer, charged, and bucket',
    '1',
  ),
  row('mug', { hazards: { includes: 'no-water' }, waterWay: 'mug' }, 'tool', 'Mug, bucket and 5 gal of water', '1 each'),
  row('blower', { hazards: { includes: 'no-water' }, waterWay: 'air' }, 'tool', 'Blower', '1'),
  row('eyes-ears', { hazards: { includes: 'no-water' }, waterWay: 'air' }, 'protection', 'Eye and ear protection', '1 each'),
  row('cover', { role: 'condenser', electrics: 'shield-everything' }, 'tool', 'Cover for the controls', '1'),
  row('bag', { insideReached: true, lid: 'off-throughout', discharge: 'up' }, 'tool', 'Bag and ties for the fan motor', '1'),
  row('wet-vacuum', { role: 'condenser', insideReached: true, weepHoles: 'none', panHoles: 'never-drill' }, 'tool', 'Wet vacuum', '1'),
  row(
    'drill',
    { role: 'condenser', insideReached: true, weepHoles: ['blocked', 'none'], panHoles: 'enlarge-with-consent' },
    'tool',
    'Step drill with a stop, touch-up paint',
    '1',
  ),
  row('dose', { role: 'evaporator', drain: 'bought-product' }, 'tool', 'Drain product, as its label says', '1 dose'),
  row('bleach', { role: 'evaporator', drain: 'bleach' }, 'tool', 'Bleach, kept apart from everything else', '1 dose'),
  row('tray', { finishedCeiling: true }, 'tool', 'Tray for under the cabinet', '1'),
  row('mirror', { role: 'evaporator', airflow: 'up' }, 'tool', 'Mirror', '1'),
  ...FILTER_COUNTS.map(([filterCount, quantity]) =>
    row(
      'filter',
      {
        role: 'evaporator',
        filter: ['loaded', 'blocked', 'missing'],
        ductless: false,
        filterKind: ['unknown', 'thin', 'media'],
        filterCount,
      },
      'tool',
      'New filter',
      quantity,
    ),
  ),
  row('filter', { role: 'evaporator', filter: 'missing', ductless: false, filterKind: 'washable' }, 'tool', 'New washable filter', '1'),
  row('hex', { opening: 'wheel-out' }, 'tool', 'Long hex key, marker for the shaft', '1'),
  row('wipes', { opening: ['guards-off', 'top-open', 'deep'] }, 'tool', 'Wipes for shroud, lines and cabinet', '1 pack'),
  row('lead-block', { insideReached: true, discharge: 'up' }, 'tool', 'Block for under the fan, if the leads are short', '1'),
  row('comb', { finDamage: ['some', 'much'] }, 'tool', 'Fin comb for this spacing', '1'),
  row('sprayer', { role: 'evaporator' }, 'tool', 'Low-pressure sprayer and bucket', '1 sprayer, 2 buckets'),
  row('sheet', { role: 'evaporator' }, 'tool', 'Sheet for floor and board', '2'),
  row('rod', { role: 'evaporator' }, 'tool', 'Drain rod or wet vacuum', '1'),
  row('bib', { role: 'evaporator', ductless: true }, 'tool', 'Wall-head bib and bucket', '1'),
  row('ladder', { package: true, stand: ['unknown', 'roof'] }, 'protection', 'Roof harness, as local rules ask', '1 each'),
  row('sensor', { a2l: true }, 'tool', 'Leak detector rated for A2L', '1'),
];

/**
 * Kit for one coil, each item once.
 * @param facts what was seen and what was chosen
 * @example kitFor(planCoil(coil(), graded(3), mildDay, shelf, house()).facts).some((item) => item.what === 'Torch') // true
 */
export const kitFor = (facts: JobFacts): KitItem[] => allMatches(KIT, facts).map((rule) => rule.then);

/**
 * One list for the truck: the kits of all coils, each item once, in the order first met.
 * @param kits one for each coil
 * @returns each thing once
 * @example mergedKit([[{ what: 'Torch', quantity: '1', kind: 'tool' }], [{ what: 'Torch', quantity: '1', kind: 'tool' }]]).length // 1
 */
export function mergedKit(kits: readonly (readonly KitItem[])[]): KitItem[] {
  const byName = new Map<string, KitItem>();
  for (const item of kits.flat()) if (!byName.has(item.what)) byName.set(item.what, item);
  return [...byName.values()];
}
