import fc from 'fast-check';
import { moved, standingOrders, stepped } from './orders';

const orders = fc
  .tuple(fc.integer({ min: 1, max: 4 }), fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e']), fc.integer({ min: 0, max: 99 }))
  .map(([crews, ids, cut]) => {
    const made = Array.from({ length: crews }, (): string[] => []);
    ids.forEach((id, i) => made[(i * cut) % crews]?.push(id));
    return made;
  });

test('pressed down often enough a visit comes through every way and out; pressed up as often it is in the first place of the first', () => {
  fc.assert(
    fc.property(orders, (start) => {
      const others = start
        .flat()
        .filter((id) => id !== 'a')
        .sort();
      let now = moved(start, 'a', { crew: 0, at: 0 });
      const crewsSeen = new Set<number>();
      for (let press = 0; press < 12; press += 1) {
        crewsSeen.add(now.findIndex((order) => order.includes('a')));
        now = stepped(now, 'a', 1);
        // Nobody else is lost or put twice.
        expect(
          now
            .flat()
            .filter((id) => id !== 'a')
            .sort(),
        ).toEqual(others);
      }
      expect(now.flat()).not.toContain('a');
      expect([...crewsSeen].filter((k) => k >= 0).sort()).toEqual(start.map((_, k) => k));
      for (let press = 0; press < 12; press += 1) now = stepped(now, 'a', -1);
      expect(now[0]?.[0]).toBe('a');
    }),
  );
});

test('as it stands: by their start, with the crew they are sent with, else with the first', () => {
  const visit = (id: string, startMinute: number, crewId: string | null) => ({ visit: { id, startMinute, crewId } });
  const problem = { stops: ['a', 'b', 'c'].map((id) => ({ id })), crews: [{ id: 'x' }, { id: 'y' }] } as never;
  expect(standingOrders(problem, [visit('a', 600, 'y'), visit('b', 540, 'gone'), visit('c', 480, 'y'), visit('d', 1, 'x')])).toEqual([
    ['b'],
    ['c', 'a'],
  ]);
});
