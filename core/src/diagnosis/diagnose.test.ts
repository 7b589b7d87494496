import { KIT_WRONG_IDS, probesOf, putWrong, solveCycle, SOUND, type Condition, type CycleInput, type KitWrong } from '../cycle';
import { impossibleIn, judgeable, QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import type { FigureSetting } from '../airside';
import { confirmWords, diagnose, FAULT_IDS, faultFindings, FAULTS, faultsIn, type FaultId } from '.';

const NOT_READ: readonly QuantityId[] = ['airflow', 'condensate', 'compressorA', 'fanA', 'staticReturn', 'staticSupply'];
const base: CycleInput = {
  refrigerant: 'R-410A',
  metering: 'valve',
  tons: 3,
  outdoorC: 33,
  outdoorWetBulbC: 20,
  mist: 0,
  returnC: 25,
  returnWetBulbC: 18,
  pressureKPa: 101.325,
  condition: SOUND,
};
type ItsAir = Partial<Pick<CycleInput, 'outdoorC' | 'outdoorWetBulbC' | 'returnC' | 'returnWetBulbC' | 'refrigerant'>>;
const read = (
  condition: Partial<Condition>,
  metering: CycleInput['metering'] = 'valve',
  wrong: KitWrong = 'none',
  air: ItsAir = {},
): ReadingSet => {
  const input: CycleInput = { ...base, ...air, metering, condition: { ...SOUND, ...condition } };
  return Object.fromEntries(
    Object.entries(putWrong(probesOf(solveCycle(input), input), wrong))
      .filter(([quantity]) => !NOT_READ.includes(quantity as QuantityId))
      .map(([quantity, value]) => [
        quantity,
        { quantity, value, u: QUANTITIES[quantity as QuantityId].instrument, how: 'simulated', steady: true, at: '', by: '' } as never,
      ]),
  );
};
const setting = (metering: CycleInput['metering'] = 'valve'): FigureSetting => ({
  refrigerant: 'R-410A',
  metering: metering === 'valve' ? 'expansion-valve' : 'fixed-orifice',
  era: '13-15',
  btuh: 36_000,
  pressureKPa: 101.325,
  ratedA: null,
});
const UNGRADED = { outdoor: null, indoor: null };
const sizes: Record<FaultId, Partial<Condition>> = {
  lowCharge: { charge: 0.78 },
  overcharge: { charge: 1.18 },
  restriction: { restriction: 0.3 },
  valveLeak: { leak: 0.25 },
  nonCondensables: { nonCondensableKPa: 300 },
  dirtyOutdoor: { outdoorOpen: 0.5 },
  dirtyIndoor: { indoorOpen: 0.4 },
  ducts: { ducts: 4 },
  recirculation: { recirculationK: 6 },
};

test.each(FAULT_IDS.flatMap((id) => (['valve', 'orifice'] as const).map((metering) => [id, metering] as const)))(
  '%s with an %s comes first',
  (id, metering) => {
    const told = diagnose(read(sizes[id], metering), setting(metering), UNGRADED)!;
    expect(told.candidates[0]!.id).toBe(id);
    expect(told.candidates.reduce((sum, row) => sum + row.probability, 0)).toBeLessThanOrEqual(1 + 1e-9);
    const [weightiest] = told.candidates[0]!.evidence;
    expect(weightiest!.weight).toBeGreaterThan(0.5);
  },
);

test.each(FAULT_IDS.flatMap((id) => (['valve', 'orifice'] as const).map((metering) => [id, metering] as const)))(
  '%s with an %s that no plate tells is still told first, judged both ways',
  (id, metering) => {
    const told = diagnose(read(sizes[id], metering), { ...setting(), metering: 'unknown' }, UNGRADED)!;
    expect(told.candidates[0]!.id).toBe(id);
    const device = setting(metering).metering;
    // What they look like is right where it is said.
    if (told.metering!.probability > 0.8) expect(told.metering!.device).toBe(device);
  },
);

// A valve would not let superheat fall so far on the one, or rise so far on the other.
test.each([
  ['a hot dry day', { outdoorC: 42, returnWetBulbC: 14 }],
  ['a cool damp one', { outdoorC: 24, returnWetBulbC: 21 }],
])('on %s a sound unit with an orifice is accused of nothing where the plate does not tell; judged as a valve it would be', (_, air) => {
  const set = read({}, 'orifice', 'none', air);
  const told = (metering: FigureSetting['metering']) => diagnose(set, { ...setting(), metering }, UNGRADED)!;
  expect(told('expansion-valve').candidates[0]!.id).not.toBe('none');
  expect(told('fixed-orifice').metering).toBeNull();
  const both = told('unknown');
  expect(both.candidates[0]!.id).toBe('none');
  expect(both.metering!.device).toBe('fixed-orifice');
  expect(both.metering!.probability).toBeGreaterThan(0.95);
});

test.each(FAULT_IDS)('%s that is large is called one, with nothing more to read first', (id) => {
  expect(diagnose(read(sizes[id]), setting(), UNGRADED)!.confirm).toEqual([]);
});

test('a leak so small that a sound unit could read like it is not called one before one more reading', () => {
  const told = diagnose(read({ leak: 0.15 }), setting(), UNGRADED)!;
  expect(told.candidates[0]!.id).toBe('valveLeak');
  expect(told.candidates.some((row) => row.id === 'none')).toBe(true);
  expect(told.confirm.length).toBeGreaterThan(0);
  expect(confirmWords(told)).toContain(QUANTITIES[told.confirm[0]!].name.toLowerCase());
});

test.each([
  ['lowCharge', 'dirtyOutdoor'],
  ['dirtyOutdoor', 'dirtyIndoor'],
  ['overcharge', 'ducts'],
  ['valveLeak', 'dirtyIndoor'],
  ['restriction', 'recirculation'],
] as const)('%s and %s at once are told as both', (one, other) => {
  const told = diagnose(read({ ...sizes[one], ...sizes[other] }), setting(), UNGRADED)!;
  expect(faultsIn(told.candidates[0]!).toSorted()).toEqual([one, other].toSorted());
  const findings = faultFindings(told.candidates[0]!, 'after', 3, 'us').map((row) => row.what);
  expect(findings).toEqual(faultsIn(told.candidates[0]!).map((id) => FAULTS[id].finding));
});

// Too much in it at mild air once came out as no state of the machine at all.
test.each(
  (['R-22', 'R-410A', 'R-32'] as const).flatMap((refrigerant) =>
    (['orifice', 'valve'] as const).flatMap((metering) => [13, 18, 24].map((outdoorC) => [refrigerant, metering, outdoorC] as const)),
  ),
)('overcharge of %s with an %s at %d °C outdoors is told first', (refrigerant, metering, outdoorC) => {
  const air = { outdoorC, outdoorWetBulbC: 10, returnC: 24, returnWetBulbC: 17, refrigerant };
  const told = diagnose(read({ charge: 1.2 }, metering, 'none', air), { ...setting(metering), refrigerant }, UNGRADED)!;
  expect(told.candidates[0]!.id).toBe('overcharge');
});

test('a sound unit is told so', () => {
  expect(diagnose(read({}), setting(), { outdoor: 0, indoor: 0 })!.candidates[0]!.id).toBe('none');
});

test('a probe that fell off is a candidate, by name', () => {
  const set = read({});
  const told = diagnose({ ...set, suctionLine: { ...set.suctionLine!, value: set.suctionLine!.value + 9 } }, setting(), {
    outdoor: 0,
    indoor: 0,
  })!;
  expect(told.candidates[0]).toMatchObject({ id: 'instrument', quantity: 'suctionLine' });
});

test('with two probes it says what to take next, and that tells the first two apart', () => {
  const whole = read(sizes.lowCharge, 'orifice');
  const few: QuantityId[] = ['outdoorIn', 'returnDb', 'returnWb', 'suctionP'];
  const set = Object.fromEntries(few.map((id) => [id, whole[id]])) as ReadingSet;
  const told = diagnose(set, setting('orifice'), UNGRADED)!;
  expect(told.oneOf.length).toBeGreaterThan(1);
  expect(told.oneOf.map((row) => row.id)).toEqual(expect.arrayContaining(['lowCharge', 'restriction']));
  expect(told.next!.quantities.every((id) => set[id] === undefined)).toBe(true);
  const next = told.next!;
  expect(next.gain).toBeGreaterThan(0.1);
  const more = { ...set, ...Object.fromEntries(next.quantities.map((id) => [id, whole[id]])) } as ReadingSet;
  const doubt = (set_: ReadingSet) => diagnose(set_, setting('orifice'), UNGRADED)!.candidates[0]!.probability;
  expect(doubt(more)).toBeGreaterThan(doubt(set));
});

test('a coil that was left clear is less likely to be the blocked one', () => {
  const share = (outdoor: number | null) =>
    diagnose(read({ outdoorOpen: 0.75 }), setting(), { outdoor, indoor: null })!.candidates.find((row) => row.id === 'dirtyOutdoor')
      ?.probability ?? 0;
  expect(share(0)).toBeLessThan(share(null));
  expect(share(3)).toBeGreaterThan(share(null));
});

test('nothing is told without the air, or of a refrigerant nobody knows; every fault has a finding', () => {
  const { returnWb: _, ...dry } = read(sizes.lowCharge);
  expect(diagnose(dry, setting(), UNGRADED)).toBeNull();
  expect(diagnose(read({}), { ...setting(), refrigerant: 'unknown' }, UNGRADED)).toBeNull();
  for (const id of FAULT_IDS) expect(FAULTS[id].words.length).toBeGreaterThan(20);
});

test.each(KIT_WRONG_IDS.filter((id) => id !== 'none'))(
  'a kit put wrong on purpose on a sound unit (%s) accuses no part of the unit',
  (wrong) => {
    const set = read({}, 'valve', wrong);
    const cannotBe = impossibleIn(set);
    const [first] = diagnose(judgeable(set), setting(), UNGRADED)?.candidates ?? [];
    // Either it cannot be at all, or a probe is more likely than any fault.
    expect(cannotBe.length > 0 || first?.id === 'instrument').toBe(true);
    expect(['instrument', 'none', undefined]).toContain(first?.id);
  },
);
