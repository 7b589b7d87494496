import { othersTurn } from '../src/http/othersTurn';

test('of long work that comes together one piece is done, and then a request has its turns', async () => {
  let turns = 0;
  let counting = true;
  const count = () => {
    turns += 1;
    if (counting) setImmediate(count);
  };
  setImmediate(count);
  const doneAt: number[] = [];
  const work = async () => {
    for (let piece = 0; piece < 5; piece += 1) {
      await othersTurn();
      doneAt.push(turns);
    }
  };
  await Promise.all([work(), work(), work()]);
  counting = false;
  expect(doneAt).toHaveLength(15);
  // Connection, head, work and answer.
  expect(Math.min(...doneAt.slice(1).map((turn, i) => turn - (doneAt[i] as number)))).toBeGreaterThanOrEqual(4);
});
