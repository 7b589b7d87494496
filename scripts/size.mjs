/** npm run size: lines of code by folder, blank ones left out, tests apart. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const CODE = /\.(ts|tsx|mts|cts|mjs|cjs|js)$/;
const TEST = /(\.test\.|\.spec\.|^e2e\/|\/testing\/|\/test\/)/;
const FOLDERS = ['core', 'contract', 'server', 'app', 'scripts', 'e2e'];

const files = execFileSync('git', ['ls-files', '-z'], { encoding: 'utf8' })
  .split('\0')
  .filter((file) => CODE.test(file));
const lines = (file) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim()).length;
const sum = (some) => some.reduce((total, file) => total + lines(file), 0);
const row = (name, some) => {
  const [tests, code] = [some.filter((file) => TEST.test(file)), some.filter((file) => !TEST.test(file))];
  const figure = (n) => n.toLocaleString('en-US').padStart(8);
  console.log(`${name.padEnd(20)}${figure(sum(code))}${figure(sum(tests))}`);
};

console.log(`${''.padEnd(20)}    code   tests`);
for (const folder of FOLDERS) {
  const own = files.filter((file) => file.startsWith(`${folder}/`));
  row(folder, own);
  if (!process.argv.includes('--folders')) continue;
  const parts = new Set(own.map((file) => file.split('/').slice(0, 3).join('/')).filter((part) => !CODE.test(part)));
  for (const part of [...parts].sort())
    row(
      `  ${part.slice(folder.length + 1)}`,
      own.filter((file) => file.startsWith(`${part}/`)),
    );
}
row('in all', files);
