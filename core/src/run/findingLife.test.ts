import fc from 'fast-check';
import { scribe } from '../testing/fullRun';
import { shelf } from '../testing/fixtures';
import { FINDING_KINDS, FINDING_TABLE } from '../survey';
import { checkEvent } from './checkEvent';
import type { VisitFrame } from './kinds/kind';
import type { EventDataByKind, EventKind } from './events';
import {
  FINDING_STANDING_NAMES,
  FINDING_STEPS,
  findingLives,
  findingSteps,
  isFilterNoted,
  isOpenFinding,
  isPromised,
  partsInPassing,
  smallParts,
  type FindingLife,
  type FindingStepMade,
} from './findingLife';
import { findingsHere } from './findingsHere';
import type { QuoteMade } from './quote';
import type { Stamped } from './stamped';

const LICENSED = 'Wren';
const frameOf = (run: ReturnType<typeof scribe>, over: Partial<VisitFrame> = {}): VisitFrame => ({
  configuration: 'split-cool',
  coils: [{ id: 'out', role: 'condenser' }],
  shelf,
  events: run.events,
  holds: (name) => name === LICENSED,
  ...over,
});
/** Adds an entry the way the program does: refused, or kept. */
function enter<K extends EventKind>(
  run: ReturnType<typeof scribe>,
  kind: K,
  data: EventDataByKind[K],
  by = LICENSED,
  over: Partial<VisitFrame> = {},
) {
  const at = new Date(run.now() + 1000).toISOString();
  checkEvent(run.state(), { id: 'next', visitId: 'v', at, by, kind, data } as never, frameOf(run, over));
  return run.happen(kind, data, by);
}
const contactor = { what: 'contactor' as const, coilId: null, note: 'Pitted', action: 'Quote a contactor' };
const standing = (run: ReturnType<typeof scribe>, id: string, earlier: FindingLife[] = []) =>
  findingsHere(earlier, run.state()).find((life) => life.findingId === id)?.standing;
const step = (findingId: string, over: Partial<FindingStepMade> & Pick<FindingStepMade, 'step'>): FindingStepMade => ({
  findingId,
  words: 'Yes, do it.',
  ...over,
});
const quoteOf = (number: string, byOption: Record<string, string[]>): QuoteMade => ({
  number,
  currency: 'USD',
  validUntil: '2026-07-11',
  note: '',
  options: Object.entries(byOption).map(([id, findings]) => ({
    id,
    name: id,
    leaves: '',
    lines: findings.map((findingId, i) => ({
      id: `l${i}`,
      words: 'Contactor fitted',
      quantity: '1',
      net: '84.50',
      taxPct: '0',
      tax: '0.00',
      findingId,
    })),
    net: '84.50',
    tax: '0.00',
    total: '84.50',
  })),
});

test('a finding is offered, accepted and fixed by who may; who may not is refused, and nothing is fixed in passing', () => {
  const run = scribe('v');
  const { id } = enter(run, 'finding.noted', contactor, 'Ives');
  expect(() => enter(run, 'finding.step', step(id, { step: 'fixed' }))).toThrow('Offer it first');
  expect(() => enter(run, 'finding.step', step(id, { step: 'accepted' }))).toThrow('does not follow');
  enter(run, 'finding.step', step(id, { step: 'offered' }), 'Ives');
  enter(run, 'finding.step', step(id, { step: 'accepted' }), 'Ives');
  expect(() => enter(run, 'finding.step', step(id, { step: 'fixed' }), 'Ives')).toThrow('electrical licence');
  enter(run, 'finding.step', step(id, { step: 'fixed', after: 'face sound' }));
  expect(standing(run, id)).toBe('fixed');
  expect(() => enter(run, 'finding.step', step(id, { step: 'declined' }))).toThrow('does not follow');
  expect(() => enter(run, 'finding.closed', { findingId: id, note: '' })).toThrow('done with already');
});

test('what is small is put right on the spot, a decline wants the customer’s word, a promise its day', () => {
  const run = scribe('v');
  const caps = enter(run, 'finding.noted', { what: 'port-caps', coilId: null, note: '', action: 'Fit' }, 'Ives').id;
  enter(run, 'finding.step', step(caps, { step: 'fixed' }), 'Ives');
  expect(standing(run, caps)).toBe('fixed');
  const { id } = enter(run, 'finding.noted', contactor);
  const undone = enter(run, 'event.undone', { eventId: id });
  const again = enter(run, 'event.undone', { eventId: undone.id });
  enter(run, 'finding.step', step(id, { step: 'offered' }));
  expect(() => enter(run, 'finding.step', step(id, { step: 'declined', words: ' ' }))).toThrow('what the customer said');
  enter(run, 'finding.step', step(id, { step: 'accepted' }));
  expect(() => enter(run, 'finding.step', step(id, { step: 'scheduled' }))).toThrow('which day');
  expect(() => enter(run, 'finding.step', step(id, { step: 'scheduled', day: 'Tuesday' }))).toThrow('which day');
  // What was offered is not taken back from under its quote.
  for (const eventId of [id, again.id]) expect(() => enter(run, 'event.undone', { eventId })).toThrow('set it aside instead');
  enter(run, 'finding.step', step(id, { step: 'scheduled', day: '2026-06-18' }));
  expect(standing(run, id)).toBe('scheduled');
});

test('a quote offers what it names; its answer accepts what the option holds and declines the rest', () => {
  const run = scribe('v');
  const one = enter(run, 'finding.noted', contactor).id;
  const two = enter(run, 'finding.noted', { ...contactor, what: 'pad' }).id;
  expect(() => enter(run, 'quote.made', quoteOf('Q0', { all: ['00000000-0000-7000-8000-000000000099'] }))).toThrow('does not have');
  const quoteId = enter(run, 'quote.made', quoteOf('Q1', { all: [one, two], least: [one] })).id;
  expect([standing(run, one), standing(run, two)]).toEqual(['offered', 'offered']);
  const answer = { quoteId, optionId: 'least', name: 'Odile Fennick', how: 'signed' as const, strokes: [] as number[][], words: '' };
  expect(() => enter(run, 'quote.answered', answer)).toThrow('signature is empty');
  expect(() => enter(run, 'quote.answered', { ...answer, strokes: [[1, 1]] })).toThrow('signature is empty');
  const strokes = [
    [1, 1, 20, 40, 60, 90, 120, 60],
    [200, 20, 240, 60, 300, 90, 360, 20],
  ];
  expect(() => enter(run, 'quote.answered', { ...answer, strokes, name: ' ' })).toThrow('name of who accepts');
  expect(() => enter(run, 'quote.answered', { ...answer, strokes, optionId: 'most' })).toThrow('no such way');
  enter(run, 'quote.answered', { ...answer, strokes });
  expect([standing(run, one), standing(run, two)]).toEqual(['accepted', 'declined']);
  expect(() => enter(run, 'quote.answered', { ...answer, strokes })).toThrow('answered already');
});

test('a customer answers after the closing; work is only noted on an open visit', () => {
  const run = scribe('v');
  const { id } = enter(run, 'finding.noted', contactor);
  const quoteId = enter(run, 'quote.made', quoteOf('Q1', { all: [id] })).id;
  enter(run, 'visit.closed', { nextDue: '2027-05-01', why: '', note: '' });
  enter(run, 'quote.answered', { quoteId, optionId: 'all', name: 'O. F.', how: 'told', strokes: [], words: '' });
  expect(standing(run, id)).toBe('accepted');
  expect(() => enter(run, 'finding.step', step(id, { step: 'fixed' }))).toThrow('visit is closed');
  // The next visit knows it, and fixes it.
  const earlier = findingsHere([], run.state());
  const next = scribe('v');
  enter(next, 'finding.step', step(id, { step: 'fixed' }), LICENSED, { earlier: () => earlier });
  expect(standing(next, id, earlier)).toBe('fixed');
});

test('whatever is entered and in whatever order it is read, a life ends once, and only steps that follow move it', () => {
  const made = fc.record({
    step: fc.constantFrom(...FINDING_STEPS),
    at: fc.integer({ min: 0, max: 40 }),
    of: fc.constantFrom('a', 'b'),
    what: fc.constantFrom(...FINDING_KINDS),
  });
  fc.assert(
    fc.property(fc.array(made, { maxLength: 14 }), fc.boolean(), fc.infiniteStream(fc.nat()), (list, aside, order) => {
      const noted = ['a', 'b'].map((findingId) => ({ ...contactor, findingId, visitId: 'v', at: '', by: 'Wren' }));
      const steps = list.map(({ step: made, at, of }, i): Stamped<FindingStepMade> => ({
        value: { findingId: of, step: made, words: '' },
        at: new Date(at * 1000).toISOString(),
        by: 'Wren',
        eventId: `e${String(i).padStart(3, '0')}`,
      }));
      const shuffled = [...steps].map((row) => ({ row, key: order.next().value ?? 0 })).sort((a, b) => a.key - b.key);
      const lives = findingLives(noted, steps, aside ? ['a'] : []);
      expect(
        findingLives(
          noted,
          shuffled.map(({ row }) => row),
          aside ? ['a'] : [],
        ),
      ).toEqual(lives);
      for (const life of lives) {
        const worked = life.steps.some(({ value }) => value.step === 'fixed' || value.step === 'done');
        // Work that was done is a fact: nothing said before or after makes it undone.
        if (worked) expect(['fixed', 'done']).toContain(life.standing);
        else expect(isOpenFinding(life)).toBe(!(aside && life.findingId === 'a'));
        for (const next of findingSteps(life, () => true)) {
          const later = { value: { findingId: life.findingId, step: next, words: '' }, at: '2027', by: '', eventId: 'z' };
          expect(findingLives([life], [...life.steps, later], [])[0]?.standing).toBe(next);
        }
        if (life.standing === 'noted') expect(findingSteps(life, () => true).includes('fixed')).toBe(FINDING_TABLE[life.what].onTheSpot);
      }
    }),
  );
});

const pausing = {
  reason: 'Waits for the contactor',
  findingIds: [],
  due: '2026-06-15',
  lies: 'In the van, blue tray',
  told: 'Odile Fennick',
  safe: ['water-off' as const, 'told' as const],
};

test('a visit is left only when it is safe, takes no work while it waits, and asks its gate anew when it goes on', () => {
  const run = scribe('v');
  run.happen('visit.started', {});
  run.happen('gate.step', { source: 'outdoor-unit', step: 'thermostat-off', volts: null });
  run.happen('gate.step', { source: 'outdoor-unit', step: 'isolated', volts: null });
  run.happen('part.off', { kind: 'top', which: '', screws: 8, note: '' });
  expect(() => enter(run, 'visit.suspended', { ...pausing, reason: 'part' })).toThrow('Say why');
  expect(() => enter(run, 'visit.suspended', pausing)).toThrow('stays isolated');
  expect(() => enter(run, 'visit.suspended', { ...pausing, safe: ['isolated', 'water-off', 'told'] })).toThrow('what is open is covered');
  const safe = ['isolated' as const, 'covered' as const, 'water-off' as const, 'told' as const];
  expect(() => enter(run, 'visit.suspended', { ...pausing, safe, lies: '' })).toThrow('where what came off lies');
  expect(() => enter(run, 'visit.suspended', { ...pausing, safe, told: '' })).toThrow('who was told');
  expect(() => enter(run, 'visit.resumed', { checked: [], note: '' })).toThrow('not waiting');
  enter(run, 'visit.suspended', { ...pausing, safe });
  expect(() => enter(run, 'part.back', { partId: 'e0004' })).toThrow('waits for parts');
  expect(() => enter(run, 'visit.closed', { nextDue: '2027-05-01', why: '', note: '' })).toThrow('waits for parts');
  expect(() => enter(run, 'event.undone', { eventId: 'e0004' })).toThrow('waits for parts');
  enter(run, 'note.added', { text: 'Part ordered' });
  expect(() => enter(run, 'visit.resumed', { checked: ['tag', 'rain', 'people'], note: '' })).toThrow('what came off is all there');
  expect(run.state().lockouts['outdoor-unit']?.done.isolated).toBeDefined();
  enter(run, 'visit.resumed', { checked: ['tag', 'parts', 'rain', 'people'], note: '' });
  expect(run.state().lockouts).toEqual({});
  expect(run.state().parts.map((part) => part.backAt)).toEqual([null]);
  expect(() => enter(run, 'event.undone', { eventId: 'e0004' })).toThrow('before the pause');
});

test('what was declined may say when to ask again, on a day to come', () => {
  const run = scribe('v');
  const { id: noted } = run.happen('finding.noted', contactor);
  enter(run, 'finding.step', step(noted, { step: 'offered' }));
  expect(() => enter(run, 'finding.step', step(noted, { step: 'declined', words: 'Not now', day: '2026-06-11' }))).toThrow(
    'lies after today',
  );
  enter(run, 'finding.step', step(noted, { step: 'declined', words: 'Not now', day: '2026-12-01' }));
  expect(standing(run, noted)).toBe('declined');
});

test('parts of a finding are carried once at most: as promised, or for a small thing that nobody has put right, never for what was declined or done', () => {
  for (const what of FINDING_KINDS)
    for (const standing of Object.keys(FINDING_STANDING_NAMES) as FindingLife['standing'][]) {
      const life = { what, coilId: null, note: '', action: '', standing };
      const small = partsInPassing(life);
      if (isPromised(life) || standing === 'declined' || !isOpenFinding(life) || !FINDING_TABLE[what].onTheSpot) expect(small).toEqual([]);
      else expect(small).toEqual(FINDING_TABLE[what].parts);
    }
  expect(partsInPassing({ what: 'port-caps', coilId: null, note: '', action: '', standing: 'noted' })).toEqual([
    { name: 'Locking port cap', quantity: 2 },
  ]);
});

test('a filter noted to be changed is brought once, as a filter and not among small parts, until it was changed', () => {
  for (const standing of Object.keys(FINDING_STANDING_NAMES) as FindingLife['standing'][]) {
    const lives = (['filters', 'port-caps'] as const).map((what) => ({ what, coilId: null, note: '', action: '', standing }));
    const waits = standing === 'noted' || standing === 'offered';
    expect(isFilterNoted(lives)).toBe(waits);
    expect(smallParts(lives)).toEqual(waits ? [{ name: 'Locking port cap', quantity: 2 }] : []);
    expect(isFilterNoted(lives.slice(1))).toBe(false);
  }
});
