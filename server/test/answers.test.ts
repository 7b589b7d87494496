import { Answers } from '../src/http/answers';
import { Versions } from '../src/store/versions';

const asking = () => ({
  set: () => undefined,
  vary: () => undefined,
  acceptsEncodings: () => 'identity',
  fresh: false,
  body: null as Buffer | null,
});

test('many who ask for one thing at once share its making; who asks after a write gets one that was begun after it', async () => {
  const versions = new Versions();
  const answers = new Answers(versions);
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
    return answers.send(ctx as never, 'day', make, () => ['plans']).then(() => Number(ctx.body?.toString()));
  };
  const first = [ask(), ask(), ask()];
  await Promise.resolve();
  expect(made).toBe(1);
  at = 1;
  versions.touch(['plans']);
  const second = Array.from({ length: 20 }, ask);
  ends.shift()?.();
  expect(await Promise.all(first)).toEqual([0, 0, 0]);
  while (ends.length === 0) await new Promise((done) => setImmediate(done));
  ends.shift()?.();
  expect(new Set(await Promise.all(second))).toEqual(new Set([1]));
  expect(made).toBe(2);
  // Kept now, until something is written.
  expect(await ask()).toBe(1);
  expect(made).toBe(2);
});
