import { Answers } from '../src/http/answers';
import { NOTHING, Writes } from '../src/store/writes';

const asking = () => ({ set: () => undefined, fresh: false, body: null as Buffer | null });

test('many who ask for one thing at once share its making; who asks after a write, whatever it was of, gets one that was begun after it', async () => {
  const writes = new Writes();
  const answers = new Answers(writes);
  let [made, at] = [0, 0];
  const ends: (() => void)[] = [];
  const ask = () => {
    const ctx = asking();
    const make = async () => {
      made += 1;
      const value = at;
      await new Promise<void>((done) => ends.push(done));
      return value;
    };
    return answers.send(ctx as never, 'day', make).then(() => Number(ctx.body?.toString()));
  };
  const turn = () => new Promise((done) => setImmediate(done));
  const first = [ask(), ask(), ask()];
  await turn();
  expect(made).toBe(1);
  at = 1;
  writes.note(NOTHING);
  const second = Array.from({ length: 20 }, ask);
  await turn();
  for (const end of ends) end();
  expect(await Promise.all(first)).toEqual([0, 0, 0]);
  expect(new Set(await Promise.all(second))).toEqual(new Set([1]));
  expect(made).toBe(2);
  expect(await ask()).toBe(1);
  expect(made).toBe(2);
});

test('what could not be made is made again when it is asked for again', async () => {
  const answers = new Answers(new Writes());
  const ctx = asking();
  await expect(answers.send(ctx as never, 'day', () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  await answers.send(ctx as never, 'day', () => 1);
  expect(ctx.body?.toString()).toBe('1');
});

test('a write of one system leaves others as they were; one that says nothing leaves none', () => {
  const writes = new Writes();
  writes.note({ systems: ['a'] });
  expect([writes.ofSystem('a'), writes.ofSystem('b'), writes.ofTaught()]).toEqual([1, 0, 0]);
  writes.note({ systems: ['b'], taught: true });
  expect([writes.ofSystem('a'), writes.ofSystem('b'), writes.ofTaught()]).toEqual([1, 2, 2]);
  // Entries leave what is on record of their system.
  writes.note({ systems: ['a'], entries: true });
  expect([writes.ofSystem('a'), writes.ofRecord('a'), writes.ofRecord('b')]).toEqual([3, 1, 2]);
  writes.note(null);
  expect([writes.ofSystem('a'), writes.ofSystem('b'), writes.ofSystem('c'), writes.ofTaught()]).toEqual([4, 4, 4, 4]);
});
