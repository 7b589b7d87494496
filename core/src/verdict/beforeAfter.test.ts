import { probesOf, solveCycle, SOUND, type Condition, type CycleInput } from '../cycle';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { beforeAfter, worthOf } from '.';

const setting = {
  refrigerant: 'R-410A',
  metering: 'expansion-valve',
  era: '13-15',
  btuh: 36_000,
  pressureKPa: 101.325,
  ratedA: null,
} as const;
const unit = (condition: Partial<Condition>, over: Partial<CycleInput> = {}): CycleInput => ({
  refrigerant: 'R-410A',
  metering: 'valve',
  tons: 3,
  outdoorC: 30,
  outdoorWetBulbC: 20,
  mist: 0,
  returnC: 25,
  returnWetBulbC: 18,
  pressureKPa: 101.325,
  condition: { ...SOUND, ...condition },
  ...over,
});
const read = (condition: Partial<Condition>, over: Partial<CycleInput> = {}, steady = true): ReadingSet => {
  const input = unit(condition, over);
  return Object.fromEntries(
    Object.entries(probesOf(solveCycle(input), input)).map(([quantity, value]) => [
      quantity,
      { quantity, value, u: QUANTITIES[quantity as QuantityId].instrument, how: 'simulated', steady, at: '', by: '' } as never,
    ]),
  );
};
const verdicts = (result: ReturnType<typeof beforeAfter>) => Object.fromEntries(result.lines.map((line) => [line.sign, line.verdict]));

test('a wash indoors is better though the drop fell: the drop is explained, cooling decides', () => {
  const result = beforeAfter(read({ indoorOpen: 0.45 }), read({}), setting);
  const drop = result.lines.find((line) => line.sign === 'drop')!;
  expect(drop.after.value).toBeLessThan(drop.before.value);
  expect(drop.verdict).toBe('explained');
  expect(verdicts(result)).toMatchObject({ capacity: 'better', coilStatic: 'better' });
  expect(result).toMatchObject({ whole: 'better', way: 'same-air' });
});

test('a wash outdoors is better though outdoor air rose by six degrees, by what the model says that the air did', () => {
  const result = beforeAfter(read({ outdoorOpen: 0.5 }), read({}, { outdoorC: 36 }), setting);
  const watts = result.lines.find((line) => line.sign === 'watts')!;
  expect(result.way).toBe('model');
  // Hardly any less power than before, on a much hotter afternoon.
  expect(watts.byAir).toBeGreaterThan(150);
  expect(watts.effect.value).toBeLessThan(-150);
  expect(verdicts(result)).toMatchObject({ condensingOver: 'better', watts: 'better', outdoorRise: 'better' });
  expect(result.whole).toBe('better');
});

test('without humidity the outdoor coil is still compared, and what is missing is said', () => {
  const dry = (set: ReadingSet): ReadingSet => {
    const { returnWb: _, supplyWb: __, ...rest } = set;
    return rest;
  };
  const result = beforeAfter(dry(read({ outdoorOpen: 0.45 })), dry(read({})), setting);
  expect(result.way).toBe('dry-bulb');
  expect(result.why).toMatch(/Humidity is missing/);
  expect(verdicts(result)).toMatchObject({ condensingOver: 'better', watts: 'not-comparable' });
  expect(result.whole).toBe('better');
  // Another day’s outdoor air, and no humidity: nothing can be said.
  expect(beforeAfter(dry(read({})), dry(read({}, { outdoorC: 36 })), setting).way).toBe('none');
  // Damper air on the second visit is not taken for dirt.
  expect(beforeAfter(dry(read({})), dry(read({}, { returnWetBulbC: 20 })), setting).whole).toBe('same');
});

test('nothing done shows nothing, whether the air changed or not', () => {
  for (const outdoorC of [30, 34]) {
    const result = beforeAfter(read({ outdoorOpen: 0.7 }), read({ outdoorOpen: 0.7 }, { outdoorC }), setting);
    expect(result.whole).toBe('same');
    expect(Object.values(verdicts(result))).not.toContain('better');
  }
});

test('where the plate does not tell the metering device, the air is taken off by both, and how far they differ is in doubt', () => {
  const at = (outdoorC: number, returnWetBulbC: number, metering: CycleInput['metering']) =>
    read({ outdoorOpen: 0.7 }, { outdoorC, returnWetBulbC, metering });
  for (const metering of ['valve', 'orifice'] as const) {
    const sides = [at(28, 20, metering), at(41, 15, metering)] as const;
    const told = (device: 'unknown' | 'expansion-valve' | 'fixed-orifice') => {
      const result = beforeAfter(...sides, { ...setting, metering: device });
      return { result, line: (sign: string) => result.lines.find((row) => row.sign === sign)! };
    };
    const [valve, orifice, both] = [told('expansion-valve'), told('fixed-orifice'), told('unknown')];
    const between = both.line('capacity').byAir;
    const ends = [valve.line('capacity').byAir, orifice.line('capacity').byAir];
    // The two differ by something.
    expect(Math.abs(ends[0]! - ends[1]!)).toBeGreaterThan(0.2);
    expect(between).toBeGreaterThan(Math.min(...ends));
    expect(between).toBeLessThan(Math.max(...ends));
    // Beyond the instruments' doubt and the quarter of what the model says, how far the two are apart, four orifices to six valves at its age.
    const own = ({ line }: typeof both) => line('capacity').effect.u ** 2 - (line('capacity').byAir * 0.25) ** 2;
    expect(own(both) - own(valve)).toBeCloseTo(0.4 * 0.6 * (ends[0]! - ends[1]!) ** 2, 6);
    // Nothing was done, and nothing is told.
    expect(both.result.whole).toBe('same');
  }
});

test('what was held too early, or in air that nobody read, is kept and not compared', () => {
  const early = beforeAfter(read({ outdoorOpen: 0.5 }, {}, false), read({}), setting);
  expect(new Set(Object.values(verdicts(early)))).toEqual(new Set(['not-comparable']));
  expect(early.whole).toBe('open');
  const { outdoorIn: _, ...blind } = read({});
  expect(beforeAfter(read({ outdoorOpen: 0.5 }), blind, setting)).toMatchObject({ way: 'none', whole: 'open' });
});

test('impossible readings are left out of it', () => {
  const after = read({});
  const swapped = { ...after, returnWb: { ...after.returnWb!, value: 28 } };
  expect(beforeAfter(read({}), swapped, setting).way).toBe('none');
});

test('what a wash was worth: less power for the same cooling, in money by the price, and within its doubt of the model’s own answer', () => {
  const at = (outdoorOpen: number) => {
    const set = read({ outdoorOpen });
    return beforeAfter(set, read({}), setting);
  };
  const worth = worthOf(at(0.4), 0.2);
  const [bad, good] = [solveCycle(unit({ outdoorOpen: 0.4 })), solveCycle(unit({}))];
  const true_ = (bad.totalW / bad.capacityKW - good.totalW / good.capacityKW) * good.capacityKW;
  expect(Math.abs(worth.sameCoolingW!.value - true_)).toBeLessThan(2 * worth.sameCoolingW!.u);
  expect(worth.anHour!.value).toBeCloseTo((worth.sameCoolingW!.value * 0.2) / 1000, 9);
  expect(worthOf(at(0.4), 0).anHour).toBeNull();
  expect(worth.sameCoolingW!.value).toBeGreaterThan(worth.watts!.value - 1);
});

test('drain, sound and fan are held against themselves: told where they moved beyond their instrument, and deciding nothing', () => {
  const plain = (drainFlow: number, sound: number, fanA: number): ReadingSet =>
    Object.fromEntries(
      Object.entries({ drainFlow, sound, fanA }).map(([quantity, value]) => [
        quantity,
        { quantity, value, u: QUANTITIES[quantity as QuantityId].instrument, how: 'typed', steady: null, at: '', by: '' } as never,
      ]),
    );
  const air = (over: Partial<CycleInput> = {}) => read({}, over);
  const told = verdicts(beforeAfter({ ...air(), ...plain(0.6, 68, 1.2) }, { ...air(), ...plain(1.8, 62, 1.0) }, setting));
  expect(told).toMatchObject({ drainFlow: 'better', sound: 'better', fanA: 'better' });
  const worse = beforeAfter({ ...air(), ...plain(1.8, 62, 1.0) }, { ...air(), ...plain(0.6, 68, 1.2) }, setting);
  expect(verdicts(worse)).toMatchObject({ drainFlow: 'worse', sound: 'worse', fanA: 'worse' });
  expect(worse.whole).toBe('same');
  expect(verdicts(beforeAfter({ ...air(), ...plain(1, 65, 1.1) }, { ...air(), ...plain(1.1, 64.5, 1.12) }, setting))).toMatchObject({
    drainFlow: 'same',
    sound: 'same',
    fanA: 'same',
  });
  // On a hotter afternoon the fan and the ear say nothing; the drain does.
  expect(
    verdicts(beforeAfter({ ...air(), ...plain(0.6, 68, 1.2) }, { ...air({ outdoorC: 37 }), ...plain(1.8, 62, 1.0) }, setting)),
  ).toMatchObject({
    drainFlow: 'better',
    sound: 'not-comparable',
    fanA: 'not-comparable',
  });
  // With no air read at all the drain still says it.
  expect(verdicts(beforeAfter(plain(0.6, 68, 1.2), plain(1.8, 62, 1.0), setting))).toEqual({
    drainFlow: 'better',
    sound: 'not-comparable',
    fanA: 'not-comparable',
  });
});
