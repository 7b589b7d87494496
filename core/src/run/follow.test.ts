import fc from 'fast-check';
import { fullRun } from '../testing/fullRun';
import { foldVisit, followVisit } from './fold';

const RUN = fullRun('v');

test('followed entry by entry, in whatever order they come, a visit is what its fold says at every one of them', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: RUN.length }),
      fc.array(fc.integer({ min: 0, max: RUN.length - 1 }), { maxLength: 12 }),
      (known, strays) => {
        const visit = followVisit('v', 'split-cool', RUN.slice(0, known));
        // Most come in order; some late, some again.
        const coming = RUN.slice(known);
        strays.forEach((at) => coming.splice(at % (coming.length + 1), 0, RUN[at]!));
        const sofar = RUN.slice(0, known);
        for (const event of coming) {
          visit.add(event);
          sofar.push(event);
          expect(visit.state).toEqual(foldVisit('v', 'split-cool', sofar));
        }
      },
    ),
    { numRuns: 40 },
  );
});
