import { EDGES, formatDuration, formatQuantity, formatRatio, formatVolume, type EdgeName } from '@elm-mist/core/units';
import { keepTogether } from './keepTogether';

const plain = (words: string): string => words.replaceAll('\u00a0', ' ');

test('whatever figure the core writes stays on one line with the first word of its unit, and a ratio on one', () => {
  const written = (['us', 'si'] as const).flatMap((system) => [
    ...Object.keys(EDGES).map((edge) => formatQuantity({ kind: 'edge', edge: edge as EdgeName, value: 3 }, system)),
    ...[0.001, 0.02, 0.3, 1, 4, 20].map((litres) => formatVolume(litres, system)),
    formatQuantity({ kind: 'irradiance', wm2: 800 }, system),
    formatQuantity({ kind: 'filmMass', kgM2: 0.05 }, system),
    formatQuantity({ kind: 'percent', percent: 33 }, system),
    formatQuantity({ kind: 'capacity', btuh: 24_000 }, system),
  ]);
  for (const words of [...written, ...[5, 130, 3600, 4800].map(formatDuration), formatRatio(4)]) {
    const kept = keepTogether(words);
    expect({ words, parted: /\d (?!·)|h (?=\d)|min (?=\d)/.test(kept) }).toEqual({ words, parted: false });
    expect(plain(kept)).toBe(plain(words));
  }
});

test('words stay as they are, and lines may still be parted between them', () => {
  expect(keepTogether('2 coils, 3 minutes, at 7 shutters, half an h')).toBe('2 coils, 3 minutes, at 7 shutters, half an h');
  expect(keepTogether('at 7:30 am it takes 1 h 20 min more, 33 % open')).toBe(
    'at 7:30\u00a0am it takes 1\u00a0h\u00a020\u00a0min more, 33\u00a0% open',
  );
  expect(keepTogether('under 1 h 2 minutes')).toBe('under 1\u00a0h 2 minutes');
});
