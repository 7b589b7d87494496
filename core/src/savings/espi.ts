import { XMLParser } from 'fast-xml-parser';
import { CoreError } from '../errors';
import type { MeterSpan } from './meter';

/**
 * Energy usage as the public ESPI schema has it (NAESB REQ.21, an Atom feed of usage points; codes from memory): what one reading type says of its
 * readings.
 */
interface ReadingKind {
  /** 72 Wh, 38 W. */
  uom: number;
  multiplier: number;
  /** 1 delivered, 4 net, 19 received back. */
  flow: number;
  /** 4 what each interval took; 1, 2, 3 and 9 registers that count up. */
  accumulation: number;
}

const [WATT_HOURS, WATTS] = [72, 38];
const RECEIVED_BACK = 19;
const REGISTERS = [1, 2, 3, 9];
/** Readings that the supplier estimated or doubts. */
const ESTIMATED = [8, 9, 10, 12];
/** A single entry longer than this is no feed of readings, characters. */
const MOST_PENDING = 64_000_000;

/** One raw reading. */
interface Raw {
  fromMs: number;
  toMs: number;
  value: number;
}

/** What a file came to. */
export interface EspiRead {
  spans: MeterSpan[];
  /** Sentences: what was fed in, other series, estimated readings. */
  notes: string[];
}

type Node = Record<string, unknown>;
const asNode = (value: unknown): Node => (typeof value === 'object' && value !== null ? (value as Node) : {});
const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : value === undefined ? [] : [value]);
const numberAt = (node: Node, key: string, usual: number): number => {
  const text = node[key];
  const value = typeof text === 'string' && text.trim() !== '' ? Number(text) : NaN;
  return Number.isFinite(value) ? value : usual;
};

const START = /<(?:[\w.-]+:)?entry[\s>]/g;
const END = /<\/(?:[\w.-]+:)?entry\s*>/g;

/** The address of the meter reading that something belongs to, without where the file was had from. */
const readingOf = (href: string): string | null => /MeterReading\/[^/?#]+/.exec(href)?.[0] ?? null;
const typeOf = (href: string): string | null => /ReadingType\/[^/?#]+/.exec(href)?.[0] ?? null;

/**
 * Reads a file of energy usage part by part, so that years of hours need not lie in memory as text.
 * @example (() => { const reader = new EspiReader(); reader.add('<feed></feed>'); try { return reader.end(); } catch (error) { return error.field; } })() // 'file'
 */
export class EspiReader {
  private readonly parser = new XMLParser({
    ignoreAttributes: false,
    removeNSPrefix: true,
    parseTagValue: false,
    processEntities: false,
  });
  private pending = '';
  private scanned = 0;
  private entries = 0;
  private estimated = 0;
  private readonly series = new Map<string, Raw[]>();
  private readonly kinds = new Map<string, ReadingKind>();
  private readonly kindOf = new Map<string, string>();

  /**
   * Takes the next part of the file.
   * @param text as it comes, cut anywhere
   * @throws CoreError `file` for an entry that is no XML, or one without an end
   */
  add(text: string): void {
    this.pending += text;
    for (;;) {
      // An end may be cut in two: a little is looked at again.
      END.lastIndex = Math.max(0, this.scanned - 40);
      const end = END.exec(this.pending);
      if (!end) {
        this.scanned = this.pending.length;
        if (this.pending.length > MOST_PENDING)
          throw new CoreError('unreadable', 'file', 'That is no file of energy usage: it has no entries.');
        return;
      }
      START.lastIndex = 0;
      const start = START.exec(this.pending);
      const until = end.index + end[0].length;
      if (start && start.index < end.index) this.take(this.pending.slice(start.index, until));
      this.pending = this.pending.slice(until);
      this.scanned = 0;
    }
  }

  private take(xml: string): void {
    this.entries += 1;
    let entry: Node;
    try {
      entry = asNode(asNode(this.parser.parse(xml, true))['entry']);
    } catch {
      throw new CoreError('unreadable', 'file', `Entry ${this.entries} of the file is broken.`);
    }
    const links = list(entry['link']).map(asNode);
    const hrefs = (rel: string) =>
      links.flatMap((link) => (link['@_rel'] === rel && typeof link['@_href'] === 'string' ? [link['@_href']] : []));
    const [self = ''] = hrefs('self');
    const content = asNode(entry['content']);
    if ('ReadingType' in content) {
      const type = asNode(content['ReadingType']);
      this.kinds.set(typeOf(self) ?? self, {
        uom: numberAt(type, 'uom', WATT_HOURS),
        multiplier: numberAt(type, 'powerOfTenMultiplier', 0),
        flow: numberAt(type, 'flowDirection', 1),
        accumulation: numberAt(type, 'accumulationBehaviour', 4),
      });
    }
    if ('MeterReading' in content) {
      const type = hrefs('related').map(typeOf).find(Boolean);
      if (type) this.kindOf.set(readingOf(self) ?? self, type);
    }
    for (const block of list(content['IntervalBlock']).map(asNode)) {
      const key = [self, ...hrefs('up')].map(readingOf).find(Boolean) ?? '';
      const rows = this.series.get(key) ?? [];
      this.series.set(key, rows);
      for (const reading of list(block['IntervalReading']).map(asNode)) {
        const period = asNode(reading['timePeriod']);
        const [startS, seconds, value] = [
          numberAt(period, 'start', NaN),
          numberAt(period, 'duration', NaN),
          numberAt(reading, 'value', NaN),
        ];
        if (!Number.isFinite(startS) || !(seconds > 0) || !Number.isFinite(value)) continue;
        const quality = list(reading['ReadingQuality']).map((row) => numberAt(asNode(row), 'quality', 0));
        if (quality.some((code) => ESTIMATED.includes(code))) this.estimated += 1;
        rows.push({ fromMs: startS * 1000, toMs: (startS + seconds) * 1000, value });
      }
    }
  }

  private kindFor(key: string): ReadingKind | null {
    const own = this.kindOf.get(key);
    const known = own === undefined ? undefined : this.kinds.get(own);
    if (known) return known;
    // A file with one reading type means it for all its readings.
    return this.kinds.size === 1 ? ([...this.kinds.values()][0] ?? null) : null;
  }

  /**
   * What the whole file came to: the finest series of what was delivered.
   * @returns spans in kWh
   * @throws CoreError `file` where it holds no energy
   */
  end(): EspiRead {
    if (this.entries === 0) throw new CoreError('unreadable', 'file', 'That is no file of energy usage: it has no entries.');
    const told = [...this.series]
      .filter(([, rows]) => rows.length > 0)
      .map(([key, rows]) => ({ kind: this.kindFor(key), rows: rows.sort((a, b) => a.fromMs - b.fromMs) }))
      .filter(({ kind }) => kind === null || kind.uom === WATT_HOURS || kind.uom === WATTS)
      .map(({ kind, rows }) => ({ back: kind?.flow === RECEIVED_BACK, spans: spansOf(rows, kind) }));
    const used = told
      .filter((row) => !row.back && row.spans.length > 0)
      .sort((a, b) => usualMs(a.spans) - usualMs(b.spans) || b.spans.length - a.spans.length);
    const [best, ...others] = used;
    if (!best) throw new CoreError('missing', 'file', 'The file holds no electric energy that was delivered: Wh or W by the hour or day.');
    const fedIn = told.filter((row) => row.back).flatMap((row) => row.spans);
    const back = fedIn.reduce((sum, span) => sum + span.kWh, 0);
    return {
      spans: best.spans,
      notes: [
        ...(this.pending.search(START) >= 0 ? ['The file ends in the middle of a reading: it was cut off, and its end is missing.'] : []),
        ...(others.length > 0
          ? [`The file holds ${others.length} more ${others.length === 1 ? 'series' : 'series'} of energy; the finest is taken.`]
          : []),
        ...(back > 0
          ? [`${Math.round(back)} kWh were fed in: of those days the meter shows what came from outside, not all that the house used.`]
          : []),
        ...(this.estimated > 0 ? [`${this.estimated} readings are estimated or doubted by who sells the power.`] : []),
      ],
    };
  }
}

const usualMs = (spans: readonly MeterSpan[]): number => {
  const lengths = spans.map((span) => span.toMs - span.fromMs).sort((a, b) => a - b);
  return lengths[Math.floor(lengths.length / 2)] ?? Infinity;
};

/** Readings as energy; of a register, what it counted from one to the next. A kind that nobody told is Wh of each interval. */
function spansOf(rows: readonly Raw[], kind: ReadingKind | null): MeterSpan[] {
  const scale = 10 ** (kind?.multiplier ?? 0) / 1000;
  if (kind && REGISTERS.includes(kind.accumulation))
    return rows.slice(1).flatMap((row, i): MeterSpan[] => {
      const before = rows[i];
      return before && row.value >= before.value && row.fromMs > before.fromMs
        ? [{ fromMs: before.fromMs, toMs: row.fromMs, kWh: (row.value - before.value) * scale }]
        : [];
    });
  const hours = (row: Raw) => (kind?.uom === WATTS ? (row.toMs - row.fromMs) / 3_600_000 : 1);
  return rows.map((row) => ({ fromMs: row.fromMs, toMs: row.toMs, kWh: row.value * scale * hours(row) }));
}
