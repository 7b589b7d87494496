import fc from 'fast-check';
import { probesOf, solveCycle, SOUND, type CycleInput } from '../cycle';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { chargeOff, chargeWords, diagnose } from '.';

const FULL: readonly QuantityId[] = [
  'outdoorIn',
  'returnDb',
  'returnWb',
  'supplyDb',
  'suctionP',
  'suctionLine',
  'liquidP',
  'liquidLine',
  'dischargeLine',
  'watts',
];

test('how much is missing or too much is told about right, on units of any size in any weather that are off by so much', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('valve' as const, 'orifice' as const),
      fc.constantFrom(2, 3, 4, 5),
      fc.double({ min: 27, max: 40, noNaN: true }),
      fc.oneof(fc.double({ min: 0.7, max: 0.88, noNaN: true }), fc.double({ min: 1.12, max: 1.24, noNaN: true })),
      (metering, tons, outdoorC, charge) => {
        const input: CycleInput = {
          refrigerant: 'R-410A',
          metering,
          tons,
          outdoorC,
          outdoorWetBulbC: 20,
          mist: 0,
          returnC: 25,
          returnWetBulbC: 18,
          pressureKPa: 101.325,
          condition: { ...SOUND, charge },
        };
        const reads = probesOf(solveCycle(input), input);
        const set = Object.fromEntries(
          FULL.map((quantity) => [
            quantity,
            { quantity, value: reads[quantity], u: QUANTITIES[quantity].instrument, how: 'simulated', steady: true, at: '', by: '' },
          ]),
        ) as unknown as ReadingSet;
        const setting = {
          refrigerant: 'R-410A',
          metering: metering === 'valve' ? 'expansion-valve' : 'fixed-orifice',
          era: '13-15',
          btuh: tons * 12_000,
          pressureKPa: 101.325,
          ratedA: null,
        } as const;
        const told = diagnose(set, setting, { outdoor: 0, indoor: 0 })!.candidates.find(
          ({ id }) => id === (charge < 1 ? 'lowCharge' : 'overcharge'),
        )!;
        const { low, high } = chargeOff(told)!;
        const off = Math.abs(1 - charge);
        expect(low - 0.01).toBeLessThan(off);
        expect(high + 0.01).toBeGreaterThan(off);
        // And not by saying everything.
        expect(high - low).toBeLessThan(0.2);
      },
    ),
    // It lay outside when a size was thought to be known better than it is.
    { numRuns: 60, examples: [['valve', 2, 27, 0.7903500863040969]] },
  );
});

test('in words: pounds of the plate where it was noted, a share where it was not, nothing of another fault', () => {
  const low = { id: 'lowCharge', size: { value: 0.5, u: 0.1 } } as const;
  // 3.29 kg are 7.25 lb.
  expect(chargeWords(low, 3.29, 'us')).toMatch(
    /^By how far the signs lie some 9 to 18 % short: 0\.66 to 1\.27 lb of the plate’s 7\.25 lb,/,
  );
  expect(chargeWords(low, null, 'us')).toBe('By how far the signs lie some 9 to 18 % short. It is weighed in by who is licensed.');
  expect(chargeWords({ ...low, id: 'overcharge' }, null, 'us')).toMatch(/too much\. It is recovered/);
  expect(chargeWords({ id: 'ducts', size: low.size }, 3, 'us')).toBe('');
});
