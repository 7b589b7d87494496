import fc from 'fast-check';
import { firstOf } from '../src/services/firstOf';

test('page after page, each of those behind the last of the one before, tells all of a list once and in order', () => {
  const lists = fc.uniqueArray(fc.string({ maxLength: 4 }), { maxLength: 200 });
  fc.assert(
    fc.property(lists, fc.integer({ min: 1, max: 61 }), (keys, many) => {
      const told: string[] = [];
      for (let after: string | undefined; ;) {
        const rest = keys.filter((key) => after === undefined || key > after).map((key) => ({ key }));
        const page = firstOf(rest, many).map(({ key }) => key);
        expect(page).toHaveLength(Math.min(many, rest.length));
        told.push(...page);
        after = page.at(-1);
        if (after === undefined || rest.length <= many) break;
      }
      expect(told).toEqual([...keys].sort((a, b) => (a < b ? -1 : 1)));
    }),
  );
});
