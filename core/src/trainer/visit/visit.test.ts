import fc from 'fast-check';
import { coil, shelf } from '../../testing/fixtures';
import { atOnce, CAREFUL, CARELESS, walkedDebrief, walkVisit } from '../../testing/visitWalkers';
import { readingPasses, type VisitEvent } from '../../run';
import { areaScore, DEBRIEF_AREAS, hiddenVisit, meterShows, ownerChooses, ownerSays, washCoil } from '..';
import { SURPRISE_TABLE } from './hiddenVisit';

const COILS = [coil()];
const seeds = fc.integer({ min: 0, max: 2 ** 31 });
const whole = (debrief: ReturnType<typeof walkedDebrief>) => areaScore(DEBRIEF_AREAS.flatMap((area) => debrief[area]));
const share = ({ right, of }: { right: number; of: number }) => right / of;

test('the same seed is the same visit; its soils are what the owner can tell of', () => {
  const brings = { lint: 'dryer-vent', 'pet-hair': 'dogs', grass: 'mowing', 'seed-fluff': 'trees' } as const;
  fc.assert(
    fc.property(seeds, (seed) => {
      const hidden = hiddenVisit(seed, COILS);
      expect(hiddenVisit(seed, COILS)).toEqual(hidden);
      const { soils, grades } = hidden.coils['coil-1'] ?? { soils: [], grades: {} };
      expect(Object.keys(grades)).toEqual(['path', 'hedge']);
      for (const [soil, fact] of Object.entries(brings)) if ((soils as string[]).includes(soil)) expect(hidden.owner.facts).toContain(fact);
    }),
  );
  // Every surprise and every fault comes up among them.
  const many = Array.from({ length: 400 }, (_, seed) => hiddenVisit(seed, COILS));
  expect(new Set(many.map(({ surprise }) => surprise)).size).toBe(5);
  expect(new Set(many.map(({ fault }) => fault)).size).toBeGreaterThan(5);
});

test('a surprise at the gate shows once, where it belongs, to whoever enters what the meter shows', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const hidden = hiddenVisit(seed, COILS);
      const { events } = walkVisit(hidden, COILS, CAREFUL);
      const steps = events.filter((event): event is VisitEvent<'gate.step'> => event.kind === 'gate.step');
      const failed = steps.filter(({ data }) => !readingPasses(data.step, data.volts)).map(({ data }) => data.step);
      expect(failed).toEqual(hidden.surprise === 'none' ? [] : [SURPRISE_TABLE[hidden.surprise].step]);
      // Indoors nothing of it shows.
      if (hidden.surprise !== 'none')
        expect(meterShows(hidden, 'air-handler', SURPRISE_TABLE[hidden.surprise].step, events)?.surprise).toBe(false);
    }),
  );
});

test('the owner never pays more than was said, and takes the most that it pays for', () => {
  fc.assert(
    fc.property(seeds, fc.array(fc.integer({ min: 1, max: 900 }), { maxLength: 5 }), (seed, totals) => {
      const { owner } = hiddenVisit(seed, COILS);
      const options = totals.map((total, i) => ({
        id: `o${i}`,
        name: `Way ${i}`,
        leaves: '',
        lines: [],
        net: '',
        tax: '',
        total: `${total}.00`,
      }));
      const { optionId } = ownerChooses(owner, { options });
      const within = totals.filter((total) => total <= owner.limit);
      expect(optionId === null ? null : totals[Number(optionId.slice(1))]).toBe(within.length > 0 ? Math.max(...within) : null);
      expect(ownerSays(owner, 'money')).toContain(String(owner.limit));
    }),
  );
});

test('whoever is careful comes out above whoever is not, area by area', () => {
  for (let seed = 1; seed <= 10; seed += 1) {
    const hidden = hiddenVisit(seed * 7919, COILS);
    const [good, bad] = [walkedDebrief(hidden, COILS, CAREFUL), walkedDebrief(hidden, COILS, CARELESS)];
    expect(share(whole(good))).toBeGreaterThan(share(whole(bad)) + 0.2);
    for (const area of ['safety', 'judgement'] as const) expect(share(areaScore(good[area]))).toBe(1);
    expect(areaScore(bad.judgement).right).toBeLessThan(areaScore(bad.judgement).of);
  }
});

test('foam that was left dries on, and is told; foam that came off in time is not', () => {
  // Packed enough that it is foamed.
  const seed =
    [1, 2, 3, 4, 5, 6, 7, 8, 9].find((n) => Math.max(...Object.values(hiddenVisit(n, COILS).coils['coil-1']?.grades ?? {})) === 4) ?? 0;
  const hidden = hiddenVisit(seed, COILS);
  const dried = (leavesFoamS: number | null) =>
    walkedDebrief(hidden, COILS, { ...CAREFUL, leavesFoamS }).coil.filter(({ ok, words }) => !ok && words.includes('dried on'));
  expect(dried(4000)).toHaveLength(1);
  expect(dried(null)).toHaveLength(0);
});

test('what the rules refuse is not put on, and is told in their words', () => {
  const micro = [coil('microchannel')];
  const hidden = hiddenVisit(11, micro);
  const { events } = walkVisit(hidden, micro, CAREFUL);
  const strong = events.map((event) =>
    event.kind === 'mix.made' ? { ...event, data: { ...event.data, cleanerId: 'alkaline' } } : event,
  ) as VisitEvent[];
  expect(strong.some(({ kind }) => kind === 'mix.made')).toBe(true);
  const debrief = walkedDebrief(hidden, micro, CAREFUL);
  expect(debrief.coil.every(({ words }) => !words.includes('alkali'))).toBe(true);
  const own = hidden.coils['coil-1'];
  if (!own) throw new Error('the visit has no coil');
  const { wrongs } = atOnce(washCoil(micro[0] ?? coil(), own, strong, { cleaners: shelf, drying: () => [], seed: 11 }, 0));
  expect(wrongs).toEqual(['Strong alkali or acid eats the wall of a microchannel tube itself.']);
});

test('foam that was put on by an earlier plan’s cut is on the coil still, whatever is planned after', () => {
  const seed =
    [1, 2, 3, 4, 5, 6, 7, 8, 9].find((n) => Math.max(...Object.values(hiddenVisit(n, COILS).coils['coil-1']?.grades ?? {})) === 4) ?? 0;
  const own = hiddenVisit(seed, COILS).coils['coil-1'];
  const { events } = walkVisit(hiddenVisit(seed, COILS), COILS, { ...CAREFUL, rinses: 1 });
  const foamed = events.findIndex(({ kind }) => kind === 'section.applied');
  const plan = events.find((event): event is VisitEvent<'plan.made'> => event.kind === 'plan.made');
  if (!own || !plan || foamed < 0) throw new Error('the coil was not foamed');
  const { sections } = plan.data.plan;
  const recut = { ...plan.data.plan, sections: sections.flatMap((row) => [1, 2].map((n) => ({ ...row, id: `${row.id}.${n}` }))) };
  const begun = events.slice(0, foamed + 1);
  const planned = { ...plan, id: 'new', at: begun.at(-1)?.at ?? '', data: { ...plan.data, plan: recut } } as VisitEvent;
  const rinse = events.find(({ kind }) => kind === 'section.rinsed') as VisitEvent;
  const foamOf = (list: readonly VisitEvent[]) => {
    const { packs } = atOnce(washCoil(COILS[0] ?? coil(), own, list, { cleaners: shelf, drying: () => [], seed }, Date.parse(rinse.at)));
    return Object.values(packs).map(({ solutionL, waterL }) => [solutionL > 0, waterL > 0].join());
  };
  // Rinsed by its old name after the new plan, as the visit itself does.
  expect(foamOf([...begun, planned, rinse])).toEqual(foamOf([...begun, rinse]));
  expect(foamOf([...begun, planned, rinse])).toContain('true,true');
});
