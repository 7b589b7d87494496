/**
 * The first script cut down to what the first screen needs. The bundler puts whatever two screens share into one script that every screen waits
 * for; here it is parted in two: what the frame and Today use, and the rest, fetched once the first screen is drawn or another is asked for.
 * Kept because the first script is 812 kB gzipped without it, 418 kB with it (limit 450).
 */
const { createHash } = require('node:crypto');
const { readdirSync, readFileSync, rmSync, writeFileSync } = require('node:fs');
const { join } = require('node:path');

const FOLDER = '/_expo/static/js/web/';
/** What is drawn first: the frame, and the day. */
const FIRST = ['./_layout.tsx', './index.tsx'];
/** Screens whose scripts are run while nothing else is to do: one that has run is drawn at once, one that has not shows a wait of a third of a second. */
const SOON = './visits/';

/** Modules of a script: the text of each, its number, and what it uses at once and not only when asked. */
function modulesOf(text) {
  const pieces = text.split(/^(?=__[dr]\()/m);
  const before = /^__[dr]\(/.test(text) ? '' : (pieces.shift() ?? '');
  const modules = pieces
    .filter((piece) => piece.startsWith('__d('))
    .map((piece) => {
      const end = /\},(\d+),(\[[^\]]*\]|\{[^{}]*(?:\{[^{}]*\})?[^{}]*\})\);?\s*(?:\/\/#.*\s*)*$/.exec(piece);
      if (!end) throw new Error(`The build has a module that cannot be read: ${piece.slice(-120)}`);
      const { paths = {}, ...numbered } = JSON.parse(end[2]);
      return { text: piece, id: Number(end[1]), listed: numbered, uses: Object.values(numbered).filter((id) => !(id in paths)), paths };
    });
  const run = pieces.filter((piece) => piece.startsWith('__r(')).map((piece) => Number(/^__r\((\d+)\)/.exec(piece)?.[1]));
  return { before, modules, run };
}

function closure(roots, modules) {
  const seen = new Set();
  const waiting = [...roots];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    waiting.push(...(modules.get(id)?.uses ?? []));
  }
  return seen;
}

/**
 * Set before anything else runs. A screen's own script runs after the rest, if it uses any of it: one that ran before would be asked for what is not
 * there yet, and stay broken. It is fetched meanwhile.
 */
const loader = (rest, alone, soon) => `(function (g) {
  var load, fetched;
  var alone = ${JSON.stringify(alone)};
  var more = function () {
    fetched = fetched || load(${JSON.stringify(rest)}).catch(function (error) { fetched = undefined; throw error; });
    return fetched;
  };
  var ahead = function (path) {
    var link = g.document.createElement('link');
    link.rel = 'preload';
    link.as = 'script';
    link.href = path;
    g.document.head.appendChild(link);
  };
  var inOrder = function (path) {
    if (alone.indexOf(path) >= 0) return load(path);
    ahead(path);
    return more().then(function () { return load(path); });
  };
  Object.defineProperty(g, '__loadBundleAsync', {
    configurable: true,
    get: function () { return load && inOrder; },
    set: function (own) { load = own; },
  });
  var idle = g.requestIdleCallback || function (work) { setTimeout(work, 1); };
  var soon = ${JSON.stringify(soon)};
  var next = function () {
    var path = soon.shift();
    if (path) load(path).then(function () { idle(next); }, function () {});
  };
  g.addEventListener('load', function () { setTimeout(function () { idle(function () { if (load) more().then(next, function () {}); }); }, 500); });
})(globalThis);
`;

/**
 * Parts the shared script of a build. @param dist folder of the build @throws Error when the build has another shape than the one known here
 * @returns sizes of both parts, bytes
 */
function partFirstScript(dist) {
  const folder = join(dist, FOLDER);
  const page = join(dist, 'index.html');
  const scripts = readdirSync(folder).filter((name) => name.endsWith('.js'));
  const html = readFileSync(page, 'utf8');
  const atStart = scripts.filter((name) => html.includes(FOLDER + name));
  const shared = atStart.find((name) => name.startsWith('__common-'));
  const entry = atStart.find((name) => name.startsWith('entry-'));
  if (!shared || !entry) throw new Error('The build has no script that its screens share.');

  const read = new Map(scripts.map((name) => [name, modulesOf(readFileSync(join(folder, name), 'utf8'))]));
  const own = (name) => read.get(name);
  const routes = own(entry).modules.find((part) => FIRST.every((path) => part.text.includes(`"${path}":{`)));
  if (!routes) throw new Error('The build has no list of its screens.');
  const scriptOf = (path) => {
    const at = new RegExp(`"${path.replace(/[./[\]]/g, '\\$&')}":\\{[^}]*?\\w+\\(\\w+\\[\\d+\\]\\)\\(\\w+\\[(\\d+)\\],`).exec(routes.text);
    const file = at && routes.paths[routes.listed[at[1]]];
    if (!file) throw new Error(`The build has no script for ${path}.`);
    return file.slice(FOLDER.length);
  };
  const chunks = FIRST.map(scriptOf);
  const soon = [...routes.text.matchAll(/"(\.\/[^"]+\.tsx)":\{/g)]
    .map(([, path]) => path)
    .filter((path) => path.startsWith(SOON))
    .map(scriptOf);

  const all = new Map();
  // A worker has its own copies under the same numbers: those of the screens come last.
  for (const name of scripts) for (const part of own(name).modules) if (!all.has(part.id) || atStart.includes(name)) all.set(part.id, part);
  const first = closure(
    [...atStart, ...chunks].flatMap((name) => [...own(name).run, ...(name === shared ? [] : own(name).modules.map(({ id }) => id))]),
    all,
  );
  const { before, modules } = own(shared);
  const parts = { first: modules.filter(({ id }) => first.has(id)), rest: modules.filter(({ id }) => !first.has(id)) };
  const named = (kind, text) => `__${kind}-${createHash('md5').update(text).digest('hex')}.js`;

  const restText = parts.rest.map(({ text }) => text).join('');
  const rest = named('rest', restText);
  const waits = new Set(parts.rest.map(({ id }) => id));
  const alone = scripts.filter(
    (name) =>
      ![
        ...closure(
          own(name).modules.map(({ id }) => id),
          all,
        ),
      ].some((id) => waits.has(id)),
  );
  const firstText =
    loader(
      FOLDER + rest,
      alone.filter((name) => !atStart.includes(name)).map((name) => FOLDER + name),
      soon.map((name) => FOLDER + name),
    ) +
    before +
    parts.first.map(({ text }) => text).join('');
  const firstName = named('common', firstText);

  writeFileSync(join(folder, rest), restText);
  writeFileSync(join(folder, firstName), firstText);
  // What the first screen itself is made of is fetched beside the shared script, not after it.
  const ahead = chunks.map((name) => `<link rel="preload" as="script" href="${FOLDER}${name}">`).join('');
  writeFileSync(page, html.replaceAll(shared, firstName).replace('</head>', `${ahead}</head>`));
  if (firstName !== shared) rmSync(join(folder, shared));
  return { first: firstText.length, rest: restText.length };
}

module.exports = { partFirstScript };
