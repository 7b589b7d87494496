import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CoreError } from '../src/errors';
import * as fixtures from '../src/testing/fixtures';
import { faces } from './faces';

const HERE = join(__dirname, '../src');
const EXAMPLE = /@example (.+?) \/\/ (.+?)(?:\n| \*\/|$)/g;

type Call = [name: string, args: unknown[]];
type Path = (string | number)[];
const face = faces() as Record<string, (...args: unknown[]) => unknown>;

/** What each public function was called with in its example. */
function calls(): Call[] {
  const scope: Record<string, unknown> = { ...face, ...fixtures };
  const names = Object.keys(scope).filter((name) => name !== 'default');
  return (readdirSync(HERE, { recursive: true }) as string[])
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.startsWith('testing'))
    .flatMap((file) =>
      [...readFileSync(join(HERE, file), 'utf8').matchAll(EXAMPLE)].flatMap(([, call = '']): Call[] => {
        const name = /^(\w+)\(/.exec(call)?.[1] ?? '';
        if (typeof face[name] !== 'function') return [];
        let args: unknown[] | null = null;
        const recorded = (...given: unknown[]) => {
          args ??= given;
          return face[name]!(...given);
        };
        // oxlint-disable-next-line typescript/no-implied-eval
        const evaluate = new Function(...names, `return (${call});`) as (...values: unknown[]) => unknown;
        try {
          evaluate(...names.map((each) => (each === name ? recorded : scope[each])));
        } catch {
          // An example may need what only its own folder knows.
        }
        return args ? [[name, args]] : [];
      }),
    );
}

/** Where numbers, or words, are in what a function was given. */
function leavesIn(value: unknown, type: 'number' | 'string', path: Path = []): Path[] {
  if (typeof value === type) return [path];
  if (Array.isArray(value)) return value.slice(0, 3).flatMap((each, i) => leavesIn(each, type, [...path, i]));
  if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype || path.length > 4) return [];
  // A practice coil is a state that only the program makes.
  if (Object.values(value).some((each) => ArrayBuffer.isView(each))) return [];
  return Object.entries(value).flatMap(([key, each]) => leavesIn(each, type, [...path, key]));
}

function put(value: unknown, [head, ...rest]: Path, leaf: unknown): unknown {
  if (head === undefined) return leaf;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string | number, unknown>;
  copy[head] = put(copy[head], rest, leaf);
  return copy;
}

/** Processor time of these tests, ms: how long a call waits for a busy machine is no fault of it. */
const computedMs = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

const all = calls();

test('functions enough are asked', () => expect(all.length).toBeGreaterThan(300));

/** Puts it in every place of its kind, one at a time. @returns what ended in anything but an answer or a CoreError with a field */
function wrongWith(hostile: number | string): string[] {
  const wrong: string[] = [];
  for (const [name, args] of all)
    for (const path of leavesIn(args, typeof hostile as 'number' | 'string')) {
      const began = computedMs();
      try {
        face[name]!(...(put(args, path, hostile) as unknown[]));
      } catch (error) {
        if (!(error instanceof CoreError) || error.field === '') wrong.push(`${name} ${path.join('.')}: ${String(error)}`);
      }
      if (computedMs() - began > 2000) wrong.push(`${name} ${path.join('.')}: slow`);
    }
  return wrong;
}

test.each([NaN, Infinity, -Infinity, 1e21, -1e21, 1e300])('%p for a number: an answer, or a CoreError that names a field', (hostile) =>
  expect(wrongWith(hostile)).toEqual([]),
);

test('a word that nobody knows: an answer, or a CoreError that names a field', () => expect(wrongWith('no-such-word')).toEqual([]));

test.each(['9'.repeat(400), `1:${'9'.repeat(400)}`, '1 '.repeat(20_000), 'N'.repeat(40_000), '°'.repeat(40_000), '1 N,'.repeat(10_000)])(
  'text of no meaning, %#: a CoreError or nothing, and at once',
  (text) => {
    for (const read of ['parseNumber', 'parseRatio', 'parsePosition', 'readFigure'].filter((name) => face[name])) {
      const began = computedMs();
      try {
        face[read]!(text);
      } catch (error) {
        expect(error).toBeInstanceOf(CoreError);
      }
      expect(computedMs() - began).toBeLessThan(500);
    }
  },
);
