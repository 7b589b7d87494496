import { CONSTRUCTIONS } from '../equipment';
import { CHEMISTRY_NAMES, type Chemistry, type Cleaner } from '../mix';

const cleaner = (chemistry: Chemistry, over: Partial<Cleaner>): Cleaner => ({
  id: `practice-${chemistry}`,
  name: CHEMISTRY_NAMES[chemistry],
  chemistry,
  form: 'concentrate',
  chart: { light: 10, medium: 6, heavy: 4 },
  dwellMinS: 300,
  dwellMaxS: 600,
  allowedConstructions: [...CONSTRUCTIONS],
  indoor: false,
  outdoor: true,
  rinseNeeded: true,
  waterFirst: false,
  hazardWords: '',
  ...over,
});

/** Cleaners of the practice, one of each class, invented: their labels allow as much as such labels do, so that the rules decide. */
export const PRACTICE_SHELF: readonly Cleaner[] = [
  cleaner('alkaline-foam', {}),
  cleaner('neutral', { chart: { light: 20, medium: 10, heavy: 8 } }),
  cleaner('microchannel-cleaner', { chart: { light: 12, medium: 8, heavy: 6 } }),
  cleaner('evaporator-foam', { indoor: true, outdoor: false, chart: { light: 10, medium: 8, heavy: 5 } }),
];
