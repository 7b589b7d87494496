import fc from 'fast-check';
import { wallClock } from './clock';

let mockZone = '';
jest.mock('./shop', () => ({ shopZone: () => mockZone }));

// Against the browser's own calendar of time zones (ECMA-402), which this does not use.
test.each(['America/Chicago', 'Pacific/Auckland', 'Asia/Kathmandu'])(
  '%s: a moment reads as on a clock on its wall, over changes of summer time',
  (name) => {
    mockZone = name;
    const own = new Intl.DateTimeFormat('en-US', {
      timeZone: name,
      year: 'numeric',
      month: 'short',
      day: 'numeric',
      hour: 'numeric',
      minute: '2-digit',
      second: '2-digit',
    });
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(2020, 0, 1), max: Date.UTC(2035, 0, 1) }), (ms) => {
        expect(wallClock(ms, 'MMM d, yyyy, h:mm:ss a')).toBe(own.format(ms).replace(/\s/g, ' '));
      }),
    );
  },
);
