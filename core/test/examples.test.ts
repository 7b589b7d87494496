import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';
import * as fixtures from '../src/testing/fixtures';
import * as fullRun from '../src/testing/fullRun';
import { faces } from './faces';

interface Documented {
  file: string;
  name: string;
  isFunction: boolean;
  doc: string;
  /** How many parameters it has, and whether it returns something. */
  params: number;
  returns: boolean;
  /** It refuses bad input itself. */
  throws: boolean;
}

const HERE = join(__dirname, '../src');
const parse = (file: string) => ts.createSourceFile(file, readFileSync(join(HERE, file), 'utf8'), ts.ScriptTarget.Latest, true);

/** What the index of each folder lists, by the module it comes from. */
function listed(): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const folder of readdirSync(HERE, { withFileTypes: true }).filter((entry) => entry.isDirectory() && entry.name !== 'testing'))
    for (const statement of parse(join(folder.name, 'index.ts')).statements) {
      if (!ts.isExportDeclaration(statement) || !statement.moduleSpecifier) continue;
      const module = join(folder.name, `${(statement.moduleSpecifier as ts.StringLiteral).text}.ts`);
      if (!statement.exportClause || !ts.isNamedExports(statement.exportClause)) throw new Error(`${folder.name}/index.ts lists no names`);
      const names = found.get(module) ?? new Set();
      for (const element of statement.exportClause.elements) names.add(element.name.text);
      found.set(module, names);
    }
  return found;
}

const REFUSES = /throw new CoreError|\brequire(InRange|Positive|NonNegative)\(|\bexact(Positive|NonNegative)?\(/;

/** Every public declaration with its docstring. */
function documented(): Documented[] {
  return [...listed()].flatMap(([file, names]) =>
    parse(file).statements.flatMap((statement): Documented[] => {
      const doc = ts
        .getJSDocCommentsAndTags(statement)
        .map((part) => part.getText())
        .join('\n');
      const face = (fn: ts.SignatureDeclaration) => ({
        isFunction: true,
        params: fn.parameters.length,
        returns: !['void', undefined].includes(fn.type?.getText()),
        throws: REFUSES.test((fn as ts.FunctionLikeDeclaration).body?.getText() ?? ''),
      });
      const plain = { isFunction: false, params: 0, returns: false, throws: false };
      const declared: Omit<Documented, 'file' | 'doc'>[] = ts.isVariableStatement(statement)
        ? statement.declarationList.declarations.map((row) => ({
            name: row.name.getText(),
            ...(row.initializer && (ts.isArrowFunction(row.initializer) || ts.isFunctionExpression(row.initializer))
              ? face(row.initializer)
              : plain),
          }))
        : ts.isFunctionDeclaration(statement) ||
            ts.isInterfaceDeclaration(statement) ||
            ts.isTypeAliasDeclaration(statement) ||
            ts.isClassDeclaration(statement)
          ? [{ name: statement.name?.text ?? '', ...(ts.isFunctionDeclaration(statement) ? face(statement) : plain) }]
          : [];
      return declared.filter((row) => names.has(row.name)).map((row) => ({ file, ...row, doc }));
    }),
  );
}

const all = documented();

test('everything another folder may use says in a sentence what it is', () => {
  expect(all.length).toBeGreaterThan(300);
  expect(all.filter((row) => row.doc === '').map((row) => `${row.file} ${row.name}`)).toEqual([]);
});

test('every public function shows how it is called', () => {
  expect(all.filter((row) => row.isFunction && !row.doc.includes('@example')).map((row) => `${row.file} ${row.name}`)).toEqual([]);
});

test('every public function says what it takes and what it gives', () => {
  const silent = all.filter(
    (row) => row.isFunction && ((row.params > 0 && !/@param [\w.]+ \S/.test(row.doc)) || (row.returns && !/@returns \S/.test(row.doc))),
  );
  expect(silent.map((row) => `${row.file} ${row.name}`)).toEqual([]);
});

test('every public function that refuses bad input says so', () => {
  expect(all.filter((row) => row.throws && !row.doc.includes('@throws')).map((row) => `${row.file} ${row.name}`)).toEqual([]);
});

const EXAMPLE = /@example (.+?) \/\/ (.+?)(?:\n| \*\/|$)/g;
const examples = all.flatMap((row) =>
  [...row.doc.matchAll(EXAMPLE)].map((match) => ({ ...row, call: match[1] ?? '', gives: match[2] ?? '' })),
);

const core = faces();

/** Names of the other modules of a folder may be shown at work as well, though no index lists them. */
function scopeOf(folder: string): Record<string, unknown> {
  const modules = readdirSync(join(HERE, folder)).filter(
    (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'index.ts',
  );
  const own = modules.map((file) => require(join(HERE, folder, file)) as Record<string, unknown>); // oxlint-disable-line typescript/no-require-imports
  return Object.assign({}, ...own, core, fixtures, fullRun) as Record<string, unknown>;
}
const scopes = new Map<string, Record<string, unknown>>();

function run(file: string, expression: string): unknown {
  const folder = dirname(file);
  const scope = scopes.get(folder) ?? scopeOf(folder);
  scopes.set(folder, scope);
  const names = Object.keys(scope).filter((name) => name !== 'default');
  // oxlint-disable-next-line typescript/no-implied-eval
  const evaluate = new Function(...names, `return (${expression});`) as (...values: unknown[]) => unknown;
  return evaluate(...names.map((name) => scope[name]));
}

test.each(examples.map((row) => [`${row.file} ${row.name}`, row] as const))('%s does as its example says', (_title, row) => {
  const gives = run(row.file, row.gives);
  const value = run(row.file, row.call);
  if (typeof gives === 'number' && typeof value === 'number') expect(value).toBeCloseTo(gives, 6);
  else if (Array.isArray(gives) && gives.every((each) => typeof each === 'number'))
    gives.forEach((each, i) => expect((value as number[])[i]).toBeCloseTo(each, 6));
  else expect(value).toEqual(gives);
});
