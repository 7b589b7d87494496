import { judgmentOf } from '../judgment';
import { foldVisit, findingsHere, type Quote, type VisitEvent } from '../run';
import { fullRun, fullRunCoils, fullRunPlans, scribe } from '../testing/fullRun';
import { FINDING_KINDS } from '../survey';
import {
  firstPageText,
  LABEL_STOCK_TABLE,
  LABEL_STOCKS,
  labelSheet,
  OWNER_CARDS,
  ownerCardsFor,
  ownersCard,
  quoteSheet,
  REPORT_SECTION_NAMES,
  REPORT_SECTIONS,
  reportSheet,
  usualWays,
} from '.';
import { reportOf } from './reportOf';
import type { ReportInput } from './reportInput';
import { visitReport } from './visitReport';
import { stretches } from './rightToLeft';
import { sectionRuns } from './sectionRuns';

const SYSTEM = { refrigerant: 'R-410A' as const, btuh: 36_000, altitudeM: 0 };
function reported(events: readonly VisitEvent[], over: Partial<ReportInput> = {}) {
  const state = foldVisit('v', 'split-cool', events);
  return visitReport({
    state,
    events,
    coils: fullRunCoils,
    place: { name: 'Fennick terrace', address: '7 Lantern Row', customerName: 'Odile Fennick' },
    system: { name: 'Heat pump', model: 'QH4-036B' },
    shop: { name: 'Cotter & Vane Coil Care', address: 'Saltlick Bend' },
    zone: 'America/Chicago',
    units: 'us',
    currency: 'USD',
    ways: { ...usualWays(), guarantee: 'We wash it again.', guaranteeDays: 30 },
    judgment: judgmentOf(state, fullRunCoils, SYSTEM),
    findings: findingsHere([], state),
    price: null,
    agreed: null,
    nameOfCleaner: (id) => id,
    dues: [],
    nextDue: '2027-06-11',
    upkeep: [],
    corrections: [],
    ...over,
  });
}
const words = (report: ReturnType<typeof reported>) => JSON.stringify(report.blocks);

test('a section that was left on purpose is on the report, with why', () => {
  const run = scribe('v');
  const [plan] = fullRunPlans;
  const where = { coilId: plan.coilId, sectionId: plan.sections[0]!.id };
  run.happen('plan.made', { coilId: plan.coilId, plan });
  run.happen('section.rinsed', where);
  expect(words(reported(run.events))).not.toContain('left on purpose');
  run.happen('section.left', { ...where, why: 'Paint between the fins' });
  expect(words(reported(run.events))).toContain('left on purpose, Paint between the fins.');
  const again = fullRun('v').filter((event) => event.kind !== 'visit.closed');
  const applied = again.find((event) => event.kind === 'section.applied')!;
  const { coilId, sectionId } = applied.data;
  const left = {
    ...applied,
    id: 'zz',
    at: again.at(-1)!.at,
    kind: 'section.left',
    data: { coilId, sectionId, why: 'Paint' },
  } as VisitEvent;
  expect(sectionRuns([...again, left]).filter((soak) => soak.found === 'left')).toHaveLength(1);
});

test('a soak is told as it really ran: by the plan of its moment, to its own rinse, with what the look after found', () => {
  const events = fullRun('v');
  const runs = sectionRuns(events);
  const applied = events.filter((event) => event.kind === 'section.applied');
  expect(runs.map((run) => run.appliedAt)).toEqual(applied.map((event) => event.at));
  expect(runs.filter((run) => run.found === 'again')).toHaveLength(1);
  for (const run of runs) expect(run.soakedS).toBe(Math.round((Date.parse(run.rinsedAt!) - Date.parse(run.appliedAt)) / 1000));
  // Taken back, it never was.
  const last = applied.at(-1)!;
  const undone = {
    ...last,
    id: 'undo',
    at: new Date(Date.parse(events.at(-1)!.at) + 1000).toISOString(),
    kind: 'event.undone',
    data: { eventId: last.id },
  };
  expect(sectionRuns([...events, undone as VisitEvent])).toHaveLength(runs.length - 1);
});

test('the first page says found, done, result, advice and next before anything else; the rest begins on a new page', () => {
  const report = reported(fullRun('v'));
  const headings = report.blocks.flatMap((block) => (block.is === 'heading' ? [block] : []));
  expect(headings.slice(0, 5).map((block) => block.text)).toEqual(['Found', 'Done', 'Result', 'What you can do', 'Next']);
  expect(headings.filter((block) => block.pageBefore).map((block) => block.text)).toEqual([REPORT_SECTION_NAMES.coils]);
  for (const told of ['No capacitor in this cabinet.', 'still dirty, again', 'Odile Fennick', 'Guarantee', 'Until 11 July 2026'])
    expect(words(report)).toContain(told);
});

test('the words for a message are the first page and nothing behind it', () => {
  const text = firstPageText(reported(fullRun('v')));
  expect(text).toContain('What you can do\n- ');
  expect(text).toContain('Due again: 11 June 2027');
  expect(text).not.toContain(REPORT_SECTION_NAMES.sections);
  expect(text.endsWith('Cotter & Vane Coil Care · Saltlick Bend')).toBe(true);
});

test('what the shop does not print is not printed, and nothing else goes with it', () => {
  for (const left of REPORT_SECTIONS) {
    const report = reported(fullRun('v'), { ways: { ...usualWays(), without: [left] } });
    const there = report.blocks.flatMap((block) => (block.is === 'heading' ? [block.text] : []));
    expect(there).not.toContain(REPORT_SECTION_NAMES[left]);
    expect(there.filter((text) => text !== 'Found').length).toBeGreaterThan(5);
  }
});

test('nothing done, nothing priced, sixty findings: each makes an honest document, and sets', () => {
  const empty = reported([]);
  expect(words(empty)).toContain('not closed');
  expect(words(empty)).toContain('Nothing was measured or graded afterwards.');
  expect(words(empty)).not.toContain('Guarantee');
  const run = scribe('v');
  for (let i = 0; i < 60; i += 1)
    run.happen('finding.noted', { what: FINDING_KINDS[i % FINDING_KINDS.length]!, coilId: null, note: `Seen ${i}`, action: 'Do it' });
  const many = reported(run.events);
  for (let i = 0; i < 60; i += 1) expect(words(many)).toContain(`Seen ${i}"`);
  for (const report of [empty, many, reported(fullRun('v'))])
    for (const paper of ['letter', 'a4'] as const) {
      const sheet = reportSheet(report, paper, () => null, 0);
      expect((sheet['content'] as unknown[]).length).toBeGreaterThan(report.blocks.length - 5);
    }
});

test('right-to-left words are turned round within their stretch; others stay as they are', () => {
  expect(stretches('Ångström Łucja')).toEqual([{ text: 'Ångström Łucja', script: 'latin' }]);
  expect(stretches('For שרה בת לוי, flat 2')).toEqual([
    { text: 'For ', script: 'latin' },
    { text: 'לוי, בת שרה ', script: 'hebrew' },
    { text: 'flat 2', script: 'latin' },
  ]);
  // A long name goes on in the next line: its first words stand in the first one.
  const long = 'אבגדה ווזחט יכלמנ סעפצק רשתאב גדהוו זחטיכ';
  const lines = stretches(long)[0]!.text.split('\n');
  expect(lines.map((line) => line.split(' ').reverse().join(' ')).join(' ')).toBe(long);
  expect(lines.length).toBeGreaterThan(1);
  for (const line of lines) expect(line.length).toBeLessThanOrEqual(32);
  expect(stretches('ליל'.repeat(20))[0]!.text).toHaveLength(60);
  expect(stretches('ليلى نور').map((part) => [part.script, part.text])).toEqual([['arabic', 'نور ليلى']]);
});

test('the owner’s card has the room that the shop asks for, and every sentence of advice is on it or beside it', () => {
  const advice = fullRunPlans.flatMap((plan) => plan.advice);
  const sentences = [
    ...advice,
    'Have the drain cleared every year.',
    'Keep 24 in clear all round; it has 10 in.',
    'Mow so that clippings are thrown away from the unit.',
  ];
  const { cards, also } = ownerCardsFor(sentences);
  expect(cards).toEqual(expect.arrayContaining(['clearance', 'mowing']));
  expect(also).toContain('Have the drain cleared every year.');
  const input = { shop: { name: 'Cotter & Vane', address: '' }, place: { name: 'Fennick terrace' }, also, due: '11 June 2027' };
  const card = JSON.stringify(ownersCard({ ...input, cards: ['clearance'], room: '610 mm' }));
  expect(card).toContain('610 mm from the outdoor unit');
  // No card leaves a gap unfilled, and each has its drawing.
  const all = JSON.stringify(ownersCard({ ...input, cards: OWNER_CARDS, room: '24 in' }));
  expect(all).not.toMatch(/[{]room[}]/);
  expect(all.match(/<svg /g)).toHaveLength(OWNER_CARDS.length);
});

test('labels lie inside their sheet, none over another, and go on with a new sheet when one is full', () => {
  const label = { code: 'http://shop/systems/s', heading: 'Fennick terrace', lines: ['Last wash 11 Jun 2026'], strong: 'FR6A-QFNC' };
  for (const stock of LABEL_STOCKS) {
    const { columns, rows, paper, widthMm, heightMm, leftMm, topMm, gapMm } = LABEL_STOCK_TABLE[stock];
    const [pageW, pageH] = paper === 'letter' ? [215.9, 279.4] : paper === 'a4' ? [210, 297] : [widthMm, heightMm];
    expect(leftMm + columns * widthMm + (columns - 1) * gapMm).toBeLessThanOrEqual(pageW);
    expect(topMm + rows * heightMm).toBeLessThanOrEqual(pageH);
    const first = columns * rows - 1;
    const sheet = labelSheet([label, label], stock, first, 0) as {
      content: { absolutePosition: { x: number; y: number }; pageBreak?: string }[];
    };
    const squares = sheet.content.filter((node) => 'svg' in node);
    expect(squares.map((node) => node.pageBreak)).toEqual([undefined, 'before']);
    expect(squares[1]?.absolutePosition.y).toBeCloseTo(((topMm + 3) * 72) / 25.4, 1);
  }
});

test('a correction is a version beside the old one: what it tells otherwise stands in the report with both, and nothing else does', () => {
  const events = fullRun('v');
  const sources = {
    visitId: 'v',
    coils: fullRunCoils,
    place: { name: 'Fennick terrace', address: '7 Lantern Row', customerName: 'Odile Fennick', latitudeDeg: 42, altitudeM: 0 },
    system: { name: 'Heat pump', model: 'QH4-036B', configuration: 'split-cool' as const, refrigerant: 'R-410A' as const, btuh: 36_000 },
    earlier: [],
    graded: [],
    shop: { name: 'Cotter & Vane Coil Care', address: '' },
    zone: 'America/Chicago',
    units: 'us' as const,
    currency: 'USD',
    ways: { ...usualWays(), without: [...REPORT_SECTIONS] },
    book: null,
    agreement: null,
    day: '2026-06-11',
    nameOfCleaner: (id: string) => id,
    nowMs: 0,
  };
  const later = (n: number, what: Pick<VisitEvent, 'kind' | 'data'>) =>
    ({
      id: `z${n}`,
      visitId: 'v',
      by: 'Ives Vane',
      at: new Date(Date.parse(events.at(-1)!.at) + n * 60_000).toISOString(),
      ...what,
    }) as VisitEvent;
  const checked = events.find((event) => event.kind === 'coil.checked')!;
  const closed = events.find((event) => event.kind === 'visit.closed')!;
  expect(words(reportOf({ ...sources, events }).report)).not.toContain('What was corrected');
  const opened = [...events, later(1, { kind: 'visit.reopened', data: { reason: 'The grade was of another coil' } })];
  expect(words(reportOf({ ...sources, events: opened }).report)).not.toContain('What was corrected');
  const data = {
    ...(checked.data as { coilId: string; note: string; gradesAfter: Record<string, number[]> }),
    note: 'Looked at once more',
  };
  const again = [...opened, later(2, { kind: 'coil.checked', data: data }), later(3, { kind: 'visit.closed', data: closed.data })];
  const told = reportOf({ ...sources, events: again }).report.blocks;
  const at = told.findIndex((block) => block.is === 'heading' && block.text === 'What was corrected');
  const table = told.slice(at).find((block) => block.is === 'table');
  expect(table?.head).toEqual(['Where', 'Version 1', 'Version 2']);
  expect(table?.rows).toEqual([[REPORT_SECTION_NAMES.coils, data.note === '' ? '' : 'not there', 'Looked at once more']]);
});

test('a printed quote has every way with its sum and a line to sign; answered, it has the answer in place of the line', () => {
  const line = (net: string) => ({ id: net, words: `Work at ${net}`, quantity: '1', net, taxPct: '0', tax: '0', findingId: null });
  const option = (id: string, net: string) => ({
    id,
    name: `Way ${id}`,
    leaves: `what ${id} leaves`,
    lines: [line(net)],
    net,
    tax: '0.00',
    total: net,
  });
  const quote: Quote = {
    quoteId: 'q',
    number: '2026-06-11/1',
    currency: 'USD',
    options: [option('a', '84.50'), option('b', '165.00')],
    validUntil: '2026-07-11',
    note: '',
    at: '2026-06-11T15:00:00.000Z',
    by: 'Wren Cotter',
    answer: null,
  };
  const frame = {
    shop: { name: 'Cotter & Vane Coil Care', address: '' },
    place: { name: 'Fennick terrace', address: '7 Lantern Row', customerName: 'Odile Fennick' },
    system: { name: 'Heat pump', model: '' },
    zone: 'America/Chicago',
  };
  const open = words(quoteSheet({ quote, ...frame }));
  for (const told of ['$84.50', '$165.00', 'what a leaves', '11 July 2026', 'Name, day and signature']) expect(open).toContain(told);
  const value = { quoteId: 'q', optionId: 'b', name: 'Odile Fennick', how: 'told' as const, strokes: [], words: '' };
  const answer = { value, at: '2026-06-12T15:00:00.000Z', by: 'Wren Cotter', eventId: 'e' };
  const accepted = words(quoteSheet({ quote: { ...quote, answer }, ...frame }));
  expect(accepted).toContain('Way b, $165.00: accepted by Odile Fennick');
  expect(accepted).not.toContain('Name, day and signature');
});

test('a visit out of older records says what they say, and where it is from', () => {
  const { happen, events } = scribe('v');
  happen('visit.started', {});
  happen('past.noted', { coils: [{ coilId: fullRunCoils[0].id, before: 4, after: 1, cleanerName: 'Old foam', inside: true }], note: '' });
  happen('visit.closed', { nextDue: '2024-06-11', why: '', note: '' });
  const told = words(reported(events));
  for (const sentence of [
    '4, packed, by the shop’s older records',
    'washed with Old foam, by the shop’s older records',
    'left at 1, hazed',
  ])
    expect(told).toContain(sentence);
});
