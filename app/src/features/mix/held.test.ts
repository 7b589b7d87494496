import { heldWarning } from '@elm-mist/core/mix';
import type { Cleaner } from '@elm-mist/core/mix';
import { readHeld, writeHeld } from './held';
import { writeDevice } from '@/device/memory';

const cleaner = (name: string, chemistry: Cleaner['chemistry']): Cleaner => ({
  id: name,
  name,
  chemistry,
  form: 'concentrate',
  chart: { light: 10, medium: 6, heavy: 4 },
  dwellMinS: 300,
  dwellMaxS: 600,
  allowedConstructions: [],
  indoor: false,
  outdoor: true,
  rinseNeeded: true,
  waterFirst: true,
  hazardWords: '',
});
const alkali = cleaner('Bramble', 'alkaline-foam');

test('an applicator remembers what it held, and the same again needs no rinse', () => {
  expect(readHeld('sprayer')).toBeNull();
  writeHeld('sprayer', alkali);
  expect(readHeld('sprayer')).toEqual({ name: 'Bramble', chemistry: 'alkaline-foam' });
  expect(heldWarning(readHeld('sprayer'), alkali)).toBeNull();
  writeDevice('applicator.sprayer', '{"name":"X","chemistry":"tar"}');
  expect(readHeld('sprayer')).toBeNull();
});

test('another is rinsed out first; acid after alkali is never, and says what it makes', () => {
  expect(heldWarning({ name: 'Tansy', chemistry: 'neutral' }, alkali)).toEqual({
    words: expect.stringMatching(/Tansy\. Rinse it first/),
    never: false,
  });
  expect(heldWarning({ name: 'House kitchen mix', chemistry: 'household' }, alkali)).toEqual({
    words: expect.stringMatching(/heat and spatter/),
    never: true,
  });
});
