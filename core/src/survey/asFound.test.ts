import fc from 'fast-check';
import { judgeAsFound, notTried, type AsFound } from '.';

const found = (over: Partial<AsFound>) => judgeAsFound({ ...notTried(), state: 'hums', ...over });
const sound = { lineV: 238, plateV: 240, ratedUf: 40, measuredUf: 39.5, contactor: 'sound' as const };

// ± 6 % of the rating and ± 10 % of the plate: common practice, no source.
test.each([
  [{ ratedUf: 40, measuredUf: 37.7 }, true],
  [{ ratedUf: 40, measuredUf: 37.5 }, false],
  [{ ratedUf: 40, measuredUf: 42.4 }, true],
  [{ ratedUf: 40, measuredUf: 42.5 }, false],
  [{ lineV: 216, plateV: 240 }, true],
  [{ lineV: 215, plateV: 240 }, false],
])('%o is fine: %s', (over, ok) => expect(found(over).lines[0]!.ok).toBe(ok));

test('what keeps it from running, by what was measured', () => {
  expect(found({}).why).toBe('unclear');
  expect(found({ ...sound, measuredUf: 30 })).toMatchObject({ why: 'part', findings: ['capacitor'] });
  expect(found({ ...sound, contactor: 'burnt' })).toMatchObject({ why: 'part', findings: ['contactor'] });
  expect(found({ ...sound, lineV: 190 }).why).toBe('supply');
  expect(found(sound)).toMatchObject({ why: 'compressor', findings: ['compressor'] });
  expect(found({ ...sound, state: 'dead' })).toMatchObject({ why: 'control', findings: ['control'] });
  expect(found({ seized: true }).why).toBe('compressor');
  expect(judgeAsFound({ ...notTried(), ...sound, state: 'runs' })).toMatchObject({ why: null, stops: null });
});

test('only a sentence of the customer lets a job go on, and it changes nothing else', () => {
  fc.assert(
    fc.property(fc.constantFrom('hums', 'trips', 'dead' as const), fc.string(), (state, reduced) => {
      const told = found({ state, reduced });
      expect(told.why).toBe('unclear');
      expect(told.stops).toBe(reduced.trim().length >= 8 ? null : 'unclear');
    }),
  );
});
