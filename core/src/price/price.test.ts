import fc from 'fast-check';
import { planCoil } from '../method';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRun, fullRunCoils, scribe } from '../testing/fullRun';
import { findingsHere, foldVisit } from '../run';
import { currencyDigits, emptyBook, formatMoney, PRICE_IDS, quoteOptions, visitPrice, waysToOpen, wrongSums, type PriceBook } from '.';
import { lessMoney, lineMoney, sumMoney } from './money';
import { findingLines, priceChanges, sumLines, workLines, type PriceLine } from './price';
import { doneWork, plannedWork } from './work';

const book: PriceBook = {
  ...emptyBook(),
  rows: PRICE_IDS.map((id, i) => ({ id, way: 'fixed', amount: `${20 + i * 15}.50`, taxPct: '7.25' })),
  parts: [{ name: 'Contactor', amount: '38.90', taxPct: '7.25' }],
};
const plan = (grade: 1 | 2 | 3 | 4) => planCoil(coil(), graded(grade), mildDay, shelf, house());
/** Leaves inside: more than the top off may be offered. */
const littered = () => planCoil(coil(), { ...graded(3), answers: { ...graded(3).answers, debrisInside: true } }, mildDay, shelf, house());
const withFaces = (count: number) => {
  const base = coil();
  const face = base.geometry.faces[0]!;
  return {
    ...base,
    geometry: {
      ...base.geometry,
      faces: [
        ...base.geometry.faces,
        ...Array(Math.max(0, count - base.geometry.faces.length))
          .fill(0)
          .map((_, i) => ({ ...face, id: `more${i}` })),
      ],
    },
  };
};

describe('money', () => {
  const cents = fc
    .integer({ min: -9_999_999, max: 9_999_999 })
    .map((n) => `${n < 0 ? '-' : ''}${Math.floor(Math.abs(n) / 100)}.${String(Math.abs(n) % 100).padStart(2, '0')}`);

  test('sums are those of whole cents, the same in whatever order', () => {
    fc.assert(
      fc.property(fc.array(cents, { maxLength: 40 }), fc.infiniteStream(fc.nat()), (amounts, keys) => {
        const whole = amounts.reduce((sum, text) => sum + Math.round(Number(text) * 100), 0);
        const shuffled = amounts
          .map((text) => ({ text, key: keys.next().value ?? 0 }))
          .sort((a, b) => a.key - b.key)
          .map((row) => row.text);
        expect(Math.round(Number(sumMoney(amounts, 2)) * 100)).toBe(whole);
        expect(sumMoney(shuffled, 2)).toBe(sumMoney(amounts, 2));
        expect(lessMoney(sumMoney(amounts, 2), sumMoney(amounts, 2), 2)).toBe('0.00');
      }),
    );
  });

  test('a line is rounded as money is paid: halves away from nought, in the decimals of its currency', () => {
    // By hand: 3 × 1.005 = 3.015, a float makes it 3.0149…; 7.25 % of 3.02 = 0.21895.
    expect(lineMoney('1.005', 3, '7.25', 2)).toEqual({ net: '3.02', tax: '0.22' });
    expect(lineMoney('1.5', 1, '0', 0)).toEqual({ net: '2', tax: '0' });
    expect(lineMoney('-0.005', 1, '0', 2).net).toBe('-0.01');
    // ISO 4217: the yen has no minor unit, the Bahraini dinar three decimals.
    expect(['USD', 'JPY', 'BHD'].map(currencyDigits)).toEqual([2, 0, 3]);
    expect(formatMoney('1234567.10', 'EUR', 'en-US')).toBe('€1,234,567.10');
    expect(() => lineMoney('12,50', 1, '0', 2)).toThrow('no amount such as');
    expect(() => sumMoney(['1e3'], 2)).toThrow('no amount such as');
  });
});

test('lines of a quote add up to the cent in whatever order, and a quote with other sums is named', () => {
  const lineArb = fc.record({
    unit: fc.integer({ min: 0, max: 99_999 }),
    quantity: fc.integer({ min: 1, max: 9 }),
    tax: fc.integer({ min: 0, max: 2500 }),
  });
  fc.assert(
    fc.property(fc.array(lineArb, { minLength: 1, maxLength: 30 }), (rows) => {
      const lines = rows.map(({ unit, quantity, tax }, i): PriceLine => ({
        id: `l${i}`,
        words: '',
        quantity: String(quantity),
        taxPct: String(tax / 100),
        findingId: null,
        how: '',
        why: '',
        ...lineMoney(`${Math.floor(unit / 100)}.${String(unit % 100).padStart(2, '0')}`, quantity, String(tax / 100), 2),
      }));
      const sums = sumLines(lines, 2);
      expect(sumLines([...lines].reverse(), 2)).toMatchObject({ net: sums.net, tax: sums.tax, total: sums.total });
      const option = { ...sums, name: 'All', lines: lines.map(({ net, tax }) => ({ net: net ?? '', tax: tax ?? '' })) };
      expect(wrongSums([option], 2)).toBeNull();
      expect(wrongSums([{ ...option, total: sumMoney([sums.total, '0.01'], 2) }], 2)).toBe('All');
    }),
  );
});

describe('a price from the plan', () => {
  test('the largest way holds only what a grade or a finding asks for', () => {
    const of = (answers: object, grade: 2 | 4 = 2) => {
      const survey = { ...graded(grade), answers: { ...graded(grade).answers, ...answers } };
      const made = planCoil(coil(), survey, mildDay, shelf, house());
      return waysToOpen([{ coil: coil(), plan: made }], book, 2).map((way) => [way.id, ...way.openings]);
    };
    // Nothing asks for panels out: nothing more is offered than is proposed.
    expect(of({}).map(([id]) => id)).not.toContain('most');
    expect(of({ debrisInside: true })).toContainEqual(['most', 'deep']);
    expect(of({}, 4)).toContainEqual(['proposed', 'deep']);
  });

  test('opening further costs more and leaves less; waiting is in none of it', () => {
    const hourly: PriceBook = { ...book, rows: book.rows.map((row) => ({ ...row, way: 'minutes', amount: '95.00' })) };
    const made = littered();
    const ways = waysToOpen([{ coil: coil(), plan: made }], hourly, 2);
    expect(ways.map((way) => way.id)).toEqual(['least', 'proposed', 'most']);
    expect(ways.every((way) => way.lines.some((row) => row.words.includes('grade 3')))).toBe(true);
    const totals = ways.map((way) => Number(way.total));
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
    expect(ways.at(-1)?.leaves).toBe('');
    expect(ways[0]?.leaves).not.toBe('');
    // The soak and the drip are in the plan's time, and not in what is sold.
    expect(ways[1]!.minutes).toBe(Math.round(made.handsOnS! / 60));
    expect(made.handsOnS!).toBeLessThan(made.totalSeconds);
  });

  test('further faces, wheel and drain are lines of their own; what the book does not price is named', () => {
    const items = plannedWork([{ coil: withFaces(5), plan: plan(3) }], 3);
    expect(items.map((item) => [item.priceId, item.quantity])).toEqual([
      ['call-out', 1],
      ['top-open', 1],
      ['extra-face', 2],
    ]);
    const empty = sumLines(workLines(items, emptyBook(), 2), 2);
    expect(empty).toMatchObject({ net: '0.00', total: '0.00' });
    expect(empty.unpriced).toHaveLength(3);
  });

  test('a finding is its minutes at the shop’s hour and its parts; one that only a look can tell waits for a price', () => {
    const contactor = { findingId: 'f', what: 'contactor' as const, coilId: null, note: '', action: 'Quote a contactor' };
    const labour = book.rows.find((row) => row.id === 'labour')!;
    expect(findingLines(contactor, book, 2).map((row) => row.net)).toEqual([lineMoney(labour.amount, 0.5, '0', 2).net, '38.90']);
    expect(findingLines({ ...contactor, what: 'wiring', action: 'Refer' }, book, 2).map((row) => [row.net, row.how])).toEqual([
      [null, 'to be priced by who may do it'],
    ]);
  });
});

describe('a price from what was done', () => {
  const state = foldVisit('v', 'split-cool', fullRun('v'));
  const jobs = fullRunCoils.map((row) => ({ coil: row, plan: state.plans[row.id]!.value }));

  test('a run as planned costs what was offered but for what was rinsed again, which is said', () => {
    const hourly: PriceBook = { ...book, rows: book.rows.map((row) => ({ ...row, way: 'minutes', amount: '60.00' })) };
    const [planned, done] = [plannedWork(jobs, 3), doneWork(state, fullRunCoils, 3)];
    expect(done.map((item) => item.id)).toEqual(planned.map((item) => item.id));
    expect(done[1]?.why).toBe('1 section was rinsed again');
    expect(done[1]!.minutes).toBeGreaterThan(planned[1]!.minutes);
    // A tenth of an hour more on the second coil, and the difference is that line's, to the cent.
    const longer = done.map((item, i) => (i === 2 ? { ...item, minutes: item.minutes + 6, why: 'Rinsed again' } : item));
    const [before, after] = [workLines(planned, hourly, 2), workLines(longer, hourly, 2)];
    const changes = priceChanges(before, after, 2, () => '');
    expect(changes.map((row) => [row.id, row.change, row.why])).toContainEqual([done[2]!.id, '6.00', 'Rinsed again']);
    const delta = lessMoney(sumLines(after, 2).net, sumLines(before, 2).net, 2);
    expect(
      sumMoney(
        changes.map((row) => row.change),
        2,
      ),
    ).toBe(delta);
  });

  test('what was not washed is not charged, with why; nothing begun costs nothing', () => {
    const [first] = fullRunCoils;
    const left = foldVisit(
      'v',
      'split-cool',
      fullRun('v').filter((event) => !('coilId' in event.data && event.data.coilId === first.id && event.kind.startsWith('section.'))),
    );
    const before = workLines(plannedWork(jobs, 3), book, 2);
    const after = workLines(doneWork(left, fullRunCoils, 3), book, 2);
    const gone = priceChanges(before, after, 2, (id) => (id.startsWith(first.id) ? 'Left out: bees' : ''));
    expect(gone.filter((row) => row.after === null).map((row) => row.why)).toContain('Left out: bees');
    expect(doneWork(foldVisit('v', 'split-cool', []), fullRunCoils, 3)).toEqual([]);
  });
});

describe('what was agreed stands', () => {
  const contactor = { what: 'contactor' as const, coilId: null, note: '', action: 'Quote a contactor' };
  const noted = () => {
    const run = scribe('v');
    run.happen('visit.started', {});
    const findingId = run.happen('finding.noted', contactor).id;
    return { run, findingId, lives: () => findingsHere([], run.state()) };
  };
  const price = (run: ReturnType<typeof scribe>, by: PriceBook) =>
    visitPrice({ state: run.state(), coils: fullRunCoils, jobs: [], findings: findingsHere([], run.state()) }, by, 2);

  test('a quote holds each chosen finding once, asks a price for what the book lacks, and adds up', () => {
    const { findingId, lives } = noted();
    const offer = { ways: [], findingIds: [findingId], typed: {} };
    const lacking = quoteOptions(offer, [], lives(), emptyBook(), 2);
    expect(lacking.open.map((line) => line.id)).toEqual([`${findingId}.work`, `${findingId}.part1`]);
    const typed = { [`${findingId}.work`]: '47.50', [`${findingId}.part1`]: '38.5' };
    const full = quoteOptions({ ...offer, typed }, [], lives(), emptyBook(), 2);
    expect(full.open).toEqual([]);
    expect(full.options.map((option) => [option.net, option.total])).toEqual([['86.00', '86.00']]);
    expect(wrongSums(full.options, 2)).toBeNull();
    const ways = waysToOpen([{ coil: coil(), plan: littered() }], book, 2);
    const both = quoteOptions({ ...offer, ways: ways.map((way) => way.id) }, ways, lives(), book, 2);
    expect(both.options.map((option) => option.id)).toEqual(['least', 'proposed', 'most']);
    for (const option of both.options) expect(option.lines.filter((line) => line.findingId === findingId)).toHaveLength(2);
    expect(wrongSums(both.options, 2)).toBeNull();
  });

  test('whatever the book says later, and a price typed on the quote with its tax as well', () => {
    const { run, findingId, lives } = noted();
    // The book prices the hour with tax, and has no part.
    const old: PriceBook = { ...book, parts: [] };
    const { options } = quoteOptions(
      { ways: [], findingIds: [findingId], typed: { [`${findingId}.part1`]: '40.00' } },
      [],
      lives(),
      old,
      2,
    );
    const quoteId = run.happen('quote.made', { number: 'Q', currency: 'USD', options, validUntil: '2026-07-11', note: '' }).id;
    run.happen('quote.answered', { quoteId, optionId: 'findings', name: 'O. F.', how: 'told', strokes: [], words: '' });
    run.happen('finding.step', { findingId, step: 'fixed', words: '' });
    const dearer: PriceBook = { ...old, rows: old.rows.map((row) => ({ ...row, amount: '999.00' })) };
    const comes = price(run, dearer)!;
    expect(comes.accepted).toBe(true);
    const own = comes.lines.filter((line) => line.findingId === findingId);
    expect(own.map((line) => [line.net, line.tax])).toEqual(options[0]!.lines.map((line) => [line.net, line.tax]));
    expect(own.map((line) => line.tax)).not.toContain('0');
    // The call-out was not on the quote: it is the book's, and said to be so.
    expect(comes.changes.map((row) => [row.id, row.why])).toEqual([['call-out', 'Not in the offer']]);
  });
});
