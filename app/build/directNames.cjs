/**
 * For the build: a name imported from a folder's index is imported from the file that has it, so that a screen loads what it uses and not the
 * whole folder. Kept because the first script is 707 kB gzipped without it, 418 kB with it (limit 450).
 */
const { parseSync } = require('@babel/core');
const { existsSync, readdirSync, readFileSync } = require('node:fs');
const { dirname, join, relative, sep } = require('node:path');

const ROOT = dirname(dirname(__dirname));
const FOLDERS = [
  ['@elm-mist/core/', 'core/src'],
  ['@elm-mist/contract', 'contract/src'],
  ['@/', 'app/src'],
].map(([name, folder]) => [name, join(ROOT, ...folder.split('/'))]);

/** File that an import is of, when it is of this program and of an index; else null. */
function indexOf(source, from) {
  let path = null;
  if (source.startsWith('.')) path = join(dirname(from), source);
  for (const [name, folder] of FOLDERS) {
    if (source.startsWith(name)) path = join(folder, source.slice(name.length));
  }
  if (path === null) return null;
  const file = join(path, 'index.ts');
  return existsSync(file) ? file : null;
}

const fileOf = (source, from) => {
  const path = join(dirname(from), source);
  const found = [`${path}.ts`, `${path}.tsx`, join(path, 'index.ts')].find((file) => existsSync(file));
  if (!found) throw new Error(`${from} exports from "${source}", which is no file.`);
  return found;
};

const kept = new Map();

/** Values that a file exports: by name, the file that has each, and what it is called there. */
function namesOf(file) {
  const known = kept.get(file);
  if (known) return known;
  const names = new Map();
  kept.set(file, names);
  const { program } = parseSync(readFileSync(file, 'utf8'), {
    filename: file,
    configFile: false,
    babelrc: false,
    parserOpts: { sourceType: 'module', plugins: ['typescript', 'jsx'] },
  });
  for (const row of program.body) {
    if (row.exportKind === 'type') continue;
    if (row.type === 'ExportAllDeclaration') {
      for (const [name, at] of namesOf(fileOf(row.source.value, file))) if (!names.has(name)) names.set(name, at);
    } else if (row.type === 'ExportNamedDeclaration') {
      const from = row.source ? namesOf(fileOf(row.source.value, file)) : null;
      for (const { exportKind, local, exported } of row.specifiers) {
        if (exportKind === 'type') continue;
        const at = from ? from.get(local.name) : { file, name: exported.name };
        if (at) names.set(exported.name, at);
      }
      const made = row.declaration;
      if (made?.type === 'VariableDeclaration') for (const { id } of made.declarations) names.set(id.name, { file, name: id.name });
      else if (made?.type === 'FunctionDeclaration' || made?.type === 'ClassDeclaration')
        names.set(made.id.name, { file, name: made.id.name });
    }
  }
  return names;
}

/** What the result rests on besides the file that is compiled: the build's cache has to know. */
function indexes(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return indexes(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name) ? [[path, [...namesOf(path).keys()].join()].join()] : [];
  });
}
const restsOn = () => FOLDERS.flatMap(([, folder]) => indexes(folder));

const directNames = ({ types: t }) => ({
  name: 'direct-names',
  visitor: {
    Program: {
      enter(program, { filename }) {
        if (!filename || filename.includes(`${sep}node_modules${sep}`)) return;
        let changed = false;
        for (const path of program.get('body')) {
          if (!path.isImportDeclaration() || path.node.importKind === 'type') continue;
          const index = indexOf(path.node.source.value, filename);
          if (!index) continue;
          const names = namesOf(index);
          const left = [];
          const byFile = new Map();
          for (const specifier of path.node.specifiers) {
            const at = t.isImportSpecifier(specifier) && specifier.importKind !== 'type' ? names.get(specifier.imported.name) : undefined;
            if (!at || at.file === filename) left.push(specifier);
            else
              byFile.set(at.file, [...(byFile.get(at.file) ?? []), t.importSpecifier(t.cloneNode(specifier.local), t.identifier(at.name))]);
          }
          if (byFile.size === 0) continue;
          changed = true;
          const direct = [...byFile].map(([file, specifiers]) => {
            const to = relative(dirname(filename), file)
              .split(sep)
              .join('/')
              .replace(/\.tsx?$/, '');
            return t.importDeclaration(specifiers, t.stringLiteral(to.startsWith('.') ? to : `./${to}`));
          });
          path.replaceWithMultiple(left.length > 0 ? [t.importDeclaration(left, path.node.source), ...direct] : direct);
        }
        if (changed) program.scope.crawl();
      },
    },
  },
});

module.exports = directNames;
module.exports.restsOn = restsOn;
