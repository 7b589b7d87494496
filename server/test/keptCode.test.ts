import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const MAIN = join(__dirname, '../dist/main.cjs');
/** Says what it is, with what it needs and what it brings later, in the process and in a thread that begins at its file. */
const SAYS = `
const { isMainThread, parentPort, Worker } = require('node:worker_threads');
const words = async () => (await bring('node:path')).basename(__filename) + ' ' + [1, 2, 3].map((n) => n * n).join();
void words().then((said) => {
  if (isMainThread) new Worker(__filename).once('message', (told) => console.log(said, '|', told));
  else parentPort.postMessage(said);
});`;
const SAID = 'main.cjs 1,4,9 | main.cjs 1,4,9\n';

describe('the program’s compiled code, kept beside it', () => {
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-kept-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  copyFileSync(MAIN, join(folder, 'main.cjs'));
  const program = /program-\w+\.cjs/.exec(readFileSync(MAIN, 'utf8'))?.[0] ?? '';
  writeFileSync(join(folder, program), SAYS);
  const code = join(folder, `${program}.code`);
  const run = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [join(folder, 'main.cjs'), ...args], { encoding: 'utf8' });
    return { status, stdout, stderr };
  };
  const fine = { status: 0, stdout: SAID, stderr: '' };

  it('is left by a run that served, not by a command, and used as it is by the next', () => {
    expect(run('--verify')).toEqual(fine);
    expect(existsSync(code)).toBe(false);
    expect(run()).toEqual(fine);
    const left = readFileSync(code);
    expect(left.length).toBeGreaterThan(500);
    const at = statSync(code, { bigint: true }).mtimeNs;
    expect(run()).toEqual(fine);
    expect(statSync(code, { bigint: true }).mtimeNs).toBe(at);
  });

  it.each([
    ['of nothing', () => Buffer.alloc(0)],
    ['of zeros, as a power cut may leave it', (good: Buffer) => Buffer.alloc(good.length)],
    ['cut short', (good: Buffer) => good.subarray(0, good.length >> 1)],
    ['of a longer program', (good: Buffer) => Buffer.from(good).fill(1, 8, 12)],
  ])('%s is refused, compiled anew and replaced', (_, made) => {
    run();
    const good = readFileSync(code);
    const bad = made(good);
    writeFileSync(code, bad);
    expect(run()).toEqual(fine);
    expect(readFileSync(code).equals(bad)).toBe(false);
  });

  it('where it cannot be written the program runs all the same, and leaves no half of it', () => {
    rmSync(code);
    mkdirSync(code);
    expect(run()).toEqual(fine);
    expect(readdirSync(folder).sort()).toEqual(['main.cjs', program, `${program}.code`].sort());
  });
});
