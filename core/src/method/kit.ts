import { commonPractice } from '../because';
import type { MethodFacts } from './methodFacts';
import { allMatches, type Rule } from './rule';

export interface KitItem {
  what: string;
  /** How many, or how much, in words. */
  quantity: string;
  kind: 'tool' | 'protection';
}

export interface KitJob {
  usesCleaner: boolean;
  strongAlkali: boolean;
  dryLift: boolean;
}

interface KitRow extends KitItem {
  only: (job: KitJob) => boolean;
}

const always = () => true;
const row = (
  id: string,
  when: Rule<KitRow>['when'],
  kind: KitItem['kind'],
  what: string,
  quantity = '',
  only: KitRow['only'] = always,
): Rule<KitRow> => ({
  id: `kit.${id}`,
  when,
  then: { what, quantity, kind, only },
  because: 'Usual kit.',
  source: commonPractice,
});

/** What to carry and wear, by what the job is. Common practice, no source; the label's own list outranks it. */
const KIT: readonly Rule<KitRow>[] = [
  row('meter', {}, 'tool', 'Voltage meter and tag', '1 meter, 2 tags'),
  row('torch', {}, 'tool', 'Torch', '1, spare cells'),
  row('driver', {}, 'tool', '¼ in hex driver and screw tray', '1'),
  row('gloves-cut', {}, 'protection', 'Cut-resistant gloves', '1 pair each'),
  row('gloves-chem', {}, 'protection', 'Chemical gloves', '1 pair each, 1 spare', (job) => job.usesCleaner),
  row('goggles', {}, 'protection', 'Sealed goggles', '1 pair each', (job) => job.usesCleaner),
  row('water', {}, 'protection', 'Running water within reach', '1 hose or 5 gal', (job) => job.strongAlkali),
  row('mask-dust', { felts: true }, 'protection', 'Dust mask', '1 each', (job) => job.dryLift),
  row('mask-mould', { soils: { includes: 'biofilm' } }, 'protection', 'N95 or P100 mask', '1 each, 1 spare'),
  row('mask-nest', { soils: { includes: 'nest' } }, 'protection', 'P100 mask', '1 each, 1 spare'),
  row('brush', {}, 'tool', 'Soft nylon brush', '1', (job) => job.dryLift),
  row('vacuum', {}, 'tool', 'Vacuum with soft brush', '1', (job) => job.dryLift),
  row('hose', { role: 'condenser' }, 'tool', 'Hose with fan nozzle and backflow preventer', '1'),
  row('cover', { role: 'condenser' }, 'tool', 'Cover for the controls', '1'),
  row('lead-block', { insideReached: true }, 'tool', 'Block for under the fan, if the leads are short', '1'),
  row('comb', { finDamage: ['some', 'much'] }, 'tool', 'Fin comb for this spacing', '1'),
  row('sprayer', { role: 'evaporator' }, 'tool', 'Low-pressure sprayer and bucket', '1 sprayer, 2 buckets'),
  row('sheet', { role: 'evaporator' }, 'tool', 'Sheet for floor and board', '2'),
  row('rod', { role: 'evaporator' }, 'tool', 'Drain rod or wet vacuum', '1'),
  row('bib', { role: 'evaporator', ductless: true }, 'tool', 'Wall-head bib and bucket', '1'),
  row('ladder', { package: true }, 'protection', 'Roof harness, as local rules ask', '1 each'),
  row('sensor', { a2l: true }, 'tool', 'Leak detector rated for A2L', '1'),
];

/** Kit for one coil, each item once. */
export function kitFor(facts: MethodFacts, job: KitJob): KitItem[] {
  return allMatches(KIT, facts)
    .map((rule) => rule.then)
    .filter((item) => item.only(job))
    .map(({ what, quantity, kind }) => ({ what, quantity, kind }));
}

/** One list for the truck: the kits of all coils, each item once, in the order first met. */
export function mergedKit(kits: readonly (readonly KitItem[])[]): KitItem[] {
  const byName = new Map<string, KitItem>();
  for (const item of kits.flat()) if (!byName.has(item.what)) byName.set(item.what, item);
  return [...byName.values()];
}
