import { fullRun } from '../testing/fullRun';
import { EVENT_KINDS, foldVisit, type EventKind } from '.';
import { KINDS } from './kinds/kinds';
import { PAGES } from './pages';
import { entryWords } from './entryWords';

const events = fullRun('v1');

test('every kind of entry has a page that exists, or has a way of its own', () => {
  for (const kind of EVENT_KINDS) expect([...PAGES, null]).toContain(KINDS[kind].page);
  // What others rest on, or is put right by a word of its own, is never taken back in passing.
  const apart = EVENT_KINDS.filter((kind) => KINDS[kind].page === null);
  expect(apart).toEqual(expect.arrayContaining<EventKind>(['visit.started', 'visit.closed', 'visit.reopened', 'event.undone']));
});

test('each entry of a whole run is told in words of its own, short enough for a line under the thumb', () => {
  const told = events.map((event, i) => entryWords(event, foldVisit('v1', 'split-cool', events.slice(0, i))));
  for (const words of told) {
    expect(words.trim()).not.toBe('');
    expect(words.length).toBeLessThan(60);
    expect(words).not.toMatch(/undefined|null|\bNaN\b/);
  }
});

test('a section is told by its number and face, a part and a gate step by name, a task by what it says', () => {
  const wordsOf = (kind: EventKind) => {
    const i = events.findIndex((event) => event.kind === kind);
    return entryWords(events[i]!, foldVisit('v1', 'split-cool', events.slice(0, i)));
  };
  expect(wordsOf('section.applied')).toBe('foam on 1, Path');
  expect(wordsOf('section.rinsed')).toBe('rinse of 1, Path');
  expect(wordsOf('part.off')).toBe('panel off');
  expect(wordsOf('part.back')).toBe('panel back');
  expect(wordsOf('gate.step')).toBe('thermostat off, outdoor unit');
  expect(wordsOf('task.done')).not.toMatch(/coil-1|\./);
});

test('what an undo on a page would take back is the newest entry made there, told as it stood then', () => {
  for (let cut = 1; cut <= events.length; cut += 5) {
    const state = foldVisit('v1', 'split-cool', events.slice(0, cut));
    for (const pages of Object.values(state.undoable))
      for (const [page, entry] of Object.entries(pages)) {
        const event = events.find((row) => row.id === entry.eventId)!;
        expect(KINDS[event.kind].page).toBe(page);
        expect(event.at).toBe(entry.at);
      }
  }
});
