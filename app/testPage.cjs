/**
 * The page of a test: jsdom's, but that a rule of one class alone is looked up in the element's own list of classes. Everything drawn here has such
 * rules, some hundreds of them, and asking for a button by its name asks for the style of all that it stands in; the selector engine took a seventh
 * of these tests' time for them.
 */
// The very jsdom that the environment loads, wherever it lies.
const environment = require.resolve('jest-environment-jsdom');
const selectors = require(require.resolve('jsdom/lib/jsdom/living/helpers/selectors.js', { paths: [environment] }));

const byEngine = selectors.matchesDontThrow;
const classes = new Map();
selectors.matchesDontThrow = (element, selector) => {
  let name = classes.get(selector);
  if (name === undefined) classes.set(selector, (name = /^\.([\w-]+)$/.exec(selector)?.[1] ?? null));
  return name === null ? byEngine(element, selector) : element.classList.contains(name);
};

// It takes the function above when it is loaded.
module.exports = require(environment).default;
