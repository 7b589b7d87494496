import { THEMES, type Tokens } from './tokens';

/** Contrast ratio of two sRGB colors. Source: W3C WCAG 2.2, definition of contrast ratio and relative luminance. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string) => {
    const [r, g, bl] = [1, 3, 5]
      .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
      .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
    return 0.2126 * (r ?? 0) + 0.7152 * (g ?? 0) + 0.0722 * (bl ?? 0);
  };
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

test('black on white is 21:1', () => expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 5));

const TEXT_PAIRS: [keyof Tokens, keyof Tokens][] = [
  ['ink', 'paper'],
  ['ink', 'sheet'],
  ['ink', 'elmWash'],
  ['ink', 'mistWash'],
  ['ink', 'amberWash'],
  ['ink', 'brickWash'],
  ['inkSoft', 'paper'],
  ['inkSoft', 'sheet'],
  ['elm', 'paper'],
  ['mist', 'paper'],
  ['amberInk', 'paper'],
  ['brick', 'paper'],
  ['onElm', 'elm'],
];
describe.each(Object.values(THEMES))('theme $name', (tokens) => {
  test.each(TEXT_PAIRS)('%s on %s is 7:1 or better', (ink, ground) => {
    expect(contrast(tokens[ink], tokens[ground])).toBeGreaterThanOrEqual(7);
  });
  test.each([
    ['elm', 'elmWash'],
    ['ruleStrong', 'paper'],
    ['mist', 'mistWash'],
    ['amberInk', 'amberFill'],
    ['brick', 'brickWash'],
  ] as [keyof Tokens, keyof Tokens][])('%s against %s is 4.5:1 or better', (ink, ground) =>
    expect(contrast(tokens[ink], tokens[ground])).toBeGreaterThanOrEqual(4.5),
  );
});
