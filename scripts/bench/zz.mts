import { loadFigures } from './load.mts';
for (const [a, b] of await loadFigures(12)) console.log(a, '|', b);
