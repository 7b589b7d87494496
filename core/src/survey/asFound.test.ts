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
  // A full pan is asked before a board is blamed, and a blocked drain is work.
  expect(found({ ...sound, state: 'dead' }).why).toBe('unclear');
  expect(found({ ...sound, state: 'dead', float: 'dry' })).toMatchObject({ why: 'control', findings: ['control'] });
  expect(found({ state: 'dead', float: 'full' })).toMatchObject({ why: 'drain', stops: null, findings: [] });
  expect(found({ seized: true }).why).toBe('compressor');
  expect(judgeAsFound({ ...notTried(), ...sound, state: 'runs' })).toMatchObject({ why: null, stops: null });
});

test('trips are told apart: at once is a short and stops; after running hot the wash is the first remedy, once the parts were read', () => {
  expect(found({ state: 'trips', trips: 'at-once' })).toMatchObject({ stops: 'short', findings: ['wiring'] });
  expect(found({ state: 'trips', trips: 'hot' }).stops).toBe('unclear');
  expect(found({ ...sound, state: 'trips', trips: 'hot' })).toMatchObject({ why: 'overheats', stops: null });
  expect(found({ ...sound, measuredUf: 30, state: 'trips', trips: 'hot' }).stops).toBe('part');
});

test('a part that was replaced and seen to start lifts the stop; one on order stops no wash', () => {
  expect(found({ ...sound, measuredUf: 30, mended: 'replaced' }).why).toBeNull();
  expect(found({ ...sound, measuredUf: 30, mended: 'ordered' })).toMatchObject({ why: 'part', stops: null });
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
