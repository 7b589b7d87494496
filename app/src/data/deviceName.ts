const KINDS: readonly [RegExp, string][] = [
  [/iPad/, 'iPad'],
  [/iPhone/, 'iPhone'],
  [/Android.*Mobile/, 'Android phone'],
  [/Android/, 'Android tablet'],
  [/Windows/, 'Windows computer'],
  [/Mac OS X/, 'Mac'],
  [/Linux/, 'Linux computer'],
];
const BROWSERS: readonly [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];

const first = (list: readonly [RegExp, string][], agent: string): string | undefined => list.find(([sign]) => sign.test(agent))?.[1];

/**
 * What this device is called in the list of those that are signed in.
 * @param agent as the browser names itself
 * @example deviceName('Mozilla/5.0 (Linux; Android 14; Mobile) Chrome/126') // 'Android phone, Chrome'
 */
export const deviceName = (agent: string = navigator.userAgent): string =>
  [first(KINDS, agent) ?? 'A device', first(BROWSERS, agent)].filter(Boolean).join(', ');
