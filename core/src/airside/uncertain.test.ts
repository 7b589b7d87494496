import { isBeyondDoubt } from '.';

test('a change is one, up or down, from more than twice its standard uncertainty on', () => {
  expect([4, 4.1, -4, -4.1].map((value) => isBeyondDoubt({ value, u: 2 }))).toEqual([false, true, false, true]);
});
