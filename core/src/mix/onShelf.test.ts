import { onShelf } from './onShelf';

const cleaner = (over: object) => ({ allowedConstructions: ['copper-plate-fin' as const], indoor: false, outdoor: true, ...over });
const coil = (over: object) => ({ role: 'condenser' as const, construction: 'copper-plate-fin' as const, makerWaterOnly: false, ...over });

test('the shelf can do a coil whose kind and place a label there allows, or one that its maker keeps to water', () => {
  expect(onShelf(coil({}), [cleaner({})])).toBe(true);
  expect(onShelf(coil({}), [])).toBe(false);
  expect(onShelf(coil({ construction: 'microchannel' }), [cleaner({})])).toBe(false);
  expect(onShelf(coil({ construction: 'microchannel', makerWaterOnly: true }), [])).toBe(true);
  expect(onShelf(coil({ role: 'evaporator' }), [cleaner({})])).toBe(false);
  expect(onShelf(coil({ role: 'evaporator' }), [cleaner({}), cleaner({ indoor: true, outdoor: false })])).toBe(true);
});
