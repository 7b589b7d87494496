import { SITUATIONS } from './situations';
import { workOrder } from './workOrder';

const found = (order: string, words: string | RegExp): boolean => (typeof words === 'string' ? order.includes(words) : words.test(order));

test('there are eighty situations at least, each told once, each with something that must be in its plan', () => {
  expect(SITUATIONS.length).toBeGreaterThanOrEqual(80);
  expect(new Set(SITUATIONS.map(({ told }) => told)).size).toBe(SITUATIONS.length);
  expect(SITUATIONS.filter(({ has }) => has.length === 0)).toEqual([]);
});

test.each(SITUATIONS.map((situation) => [situation.told, situation] as const))('%s', (told, situation) => {
  const order = workOrder(situation).slice(told.length);
  expect(situation.has.filter((words) => !found(order, words)).map(String)).toEqual([]);
  expect((situation.not ?? []).filter((words) => found(order, words)).map(String)).toEqual([]);
});
