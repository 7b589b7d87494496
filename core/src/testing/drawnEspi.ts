/** How a made-up file of energy usage is written. */
export interface EspiDraw {
  /** UTC ms of the first interval. */
  startMs: number;
  intervalS: number;
  /** Wh of each. */
  values: readonly number[];
  /** Wh fed in; none for no such series. */
  back?: readonly number[];
  /** Prefix of the schema's names; empty for a default namespace. */
  prefix?: string;
  multiplier?: number;
  /** Reading types stand at the end, as some write them. */
  typesLast?: boolean;
  /** Of so many readings, one is marked as estimated. */
  estimatedEvery?: number;
}

const BLOCK = 24;

/**
 * A made-up file of energy usage to the public ESPI schema: one usage point, its reading types, its readings in blocks of a day.
 * @param draw what is written
 * @returns the file
 * @example drawnEspi({ startMs: 0, intervalS: 3600, values: [500] }).startsWith('<?xml') // true
 */
export function drawnEspi({
  startMs,
  intervalS,
  values,
  back,
  prefix = 'espi',
  multiplier = 0,
  typesLast = false,
  estimatedEvery = 0,
}: EspiDraw): string {
  const tag = (name: string) => (prefix ? `${prefix}:${name}` : name);
  const wrap = (name: string, inner: string) => `<${tag(name)}>${inner}</${tag(name)}>`;
  const space = prefix ? '' : ' xmlns="http://naesb.org/espi"';
  const at = '/espi/1_1/resource/Subscription/1/UsagePoint/1';
  const entry = (self: string, up: string, related: readonly string[], content: string) =>
    `<entry><id>urn:made-up</id><link rel="self" href="${self}"/><link rel="up" href="${up}"/>${related.map((href) => `<link rel="related" href="${href}"/>`).join('')}<title/><content>${content}</content></entry>`;
  const type = (id: string, flow: number) =>
    entry(
      `/espi/1_1/resource/ReadingType/${id}`,
      '/espi/1_1/resource/ReadingType',
      [],
      `<${tag('ReadingType')}${space}>${wrap('accumulationBehaviour', '4')}${wrap('commodity', '1')}${wrap('flowDirection', String(flow))}${wrap('intervalLength', String(intervalS))}${wrap('powerOfTenMultiplier', String(multiplier))}${wrap('uom', '72')}</${tag('ReadingType')}>`,
    );
  const meter = (id: string) =>
    entry(
      `${at}/MeterReading/${id}`,
      `${at}/MeterReading`,
      [`${at}/MeterReading/${id}/IntervalBlock`, `/espi/1_1/resource/ReadingType/${id}`],
      `<${tag('MeterReading')}${space}/>`,
    );
  const blocks = (id: string, row: readonly number[]) =>
    Array.from({ length: Math.ceil(row.length / BLOCK) }, (_, b) => {
      const part = row.slice(b * BLOCK, (b + 1) * BLOCK);
      const readings = part
        .map((value, i) => {
          const n = b * BLOCK + i;
          const marked = estimatedEvery > 0 && n % estimatedEvery === 0 ? wrap('ReadingQuality', wrap('quality', '8')) : '';
          const period = wrap('timePeriod', wrap('duration', String(intervalS)) + wrap('start', String(startMs / 1000 + n * intervalS)));
          return wrap('IntervalReading', `${marked}${period}${wrap('value', String(value))}`);
        })
        .join('');
      const whole = wrap(
        'interval',
        wrap('duration', String(part.length * intervalS)) + wrap('start', String(startMs / 1000 + b * BLOCK * intervalS)),
      );
      return entry(
        `${at}/MeterReading/${id}/IntervalBlock/${b}`,
        `${at}/MeterReading/${id}/IntervalBlock`,
        [],
        `<${tag('IntervalBlock')}${space}>${whole}${readings}</${tag('IntervalBlock')}>`,
      );
    }).join('\n');
  const types = [type('01', 1), ...(back ? [type('02', 19)] : [])].join('\n');
  const rest = [meter('01'), blocks('01', values), ...(back ? [meter('02'), blocks('02', back)] : [])].join('\n');
  const spaces = `xmlns="http://www.w3.org/2005/Atom"${prefix ? ` xmlns:${prefix}="http://naesb.org/espi"` : ''}`;
  return `<?xml version="1.0" encoding="UTF-8"?>\n<feed ${spaces}><id>urn:made-up</id><title>Energy</title>\n${typesLast ? `${rest}\n${types}` : `${types}\n${rest}`}\n</feed>\n`;
}
