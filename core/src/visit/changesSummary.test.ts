import { EVENT_KINDS, foldVisit, pauseOf, type EventDataByKind, type EventKind, type VisitEvent, type VisitState } from '../run';
import { fullRun, fullRunCoils } from '../testing/fullRun';
import { changesSummary } from './changesSummary';
import { visitSummary } from './visitSummary';

const [OUT, INN] = fullRunCoils;
const UNIT = { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 } as const;
const RUN = fullRun('v1');

/** Entries of kinds that the run does not have and that tell others nothing. */
const MORE: { [Kind in EventKind]?: EventDataByKind[Kind] } = {
  'rules.chosen': { name: 'Water first', rules: { chemistry: 'water-first' } },
  'photo.added': { photoId: 'p1', coilId: OUT.id, findingId: null, when: 'before', caption: 'Base' },
  'coil.skipped': { coilId: OUT.id, reason: 'Nested' },
  'power.restored': { source: 'outdoor-unit' },
  'foam.ranOff': { coilId: OUT.id },
  'condensate.looked': { coilId: INN.id, well: true },
  'section.left': { coilId: OUT.id, sectionId: 'path', why: 'Paint between the fins' },
  'readings.chosen': { readings: 'none' },
  'runs.told': { minutesAnHour: 40, designC: 36 },
  'note.added': { text: 'Gate squeaks' },
  'due.set': { coilId: OUT.id, date: '2027-05-01', why: 'Fluff' },
  'upkeep.set': { upkeep: 'filter', date: '2026-09-01', why: 'Dusty' },
  'saving.told': { verdict: 'saved', kWh: 300, low: 100, high: 500, money: null, file: 'm.csv', simulated: false, changes: '' },
};

/** One entry of each quiet kind, put at the end of whatever came before. */
const quiet: VisitEvent[] = EVENT_KINDS.filter((kind) => !changesSummary({ closed: null }, [{ kind }])).flatMap((kind, n) => {
  const found = RUN.filter((event) => event.kind === kind).map((event) => event.data);
  const samples = [...found.slice(0, 2), ...(MORE[kind] ? [MORE[kind]] : [])];
  return samples.map(
    (data, i) => ({ id: `q${n}-${i}`, visitId: 'v1', at: '2026-06-11T23:00:00.000Z', by: 'Ives', kind, data }) as unknown as VisitEvent,
  );
});

const told = (state: VisitState, events: readonly VisitEvent[]) => {
  const { by, ...read } = visitSummary(state, events, [OUT, INN], UNIT);
  const { findings, findingSteps, findingsClosed, quotes, cancelled } = state;
  return { by, words: JSON.stringify([read, findings, findingSteps, findingsClosed, quotes, pauseOf(state), cancelled]) };
};
const after = (events: readonly VisitEvent[]) => told(foldVisit('v1', 'split-cool', events), events);

describe('what others read of a visit', () => {
  it('is not changed by an entry that is said to tell nothing new, wherever in a run it comes, but for who was at it last', () => {
    const closing = RUN.findIndex((event) => event.kind === 'visit.closed');
    expect(closing).toBeGreaterThan(80);
    for (let n = 0; n < closing; n += 9) {
      const before = RUN.slice(0, n);
      const { words } = after(before);
      for (const event of quiet) expect([event.kind, after([...before, event])]).toEqual([event.kind, { by: 'Ives', words }]);
    }
  });

  it('is looked at for every kind that is said to tell nothing new', () => {
    const tried = new Set(quiet.map(({ kind }) => kind));
    expect(EVENT_KINDS.filter((kind) => !changesSummary({ closed: null }, [{ kind }]) && !tried.has(kind))).toEqual([]);
    expect(tried.size).toBeGreaterThan(25);
  });

  it('is told anew by whatever changes it in a run, and by any entry once it is closed', () => {
    RUN.forEach((event, i) => {
      const [before, now] = [after(RUN.slice(0, i)), after(RUN.slice(0, i + 1))];
      const { closed } = foldVisit('v1', 'split-cool', RUN.slice(0, i + 1));
      if (before.words !== now.words) expect([event.kind, changesSummary({ closed }, [event])]).toEqual([event.kind, true]);
    });
    const { closed } = foldVisit('v1', 'split-cool', RUN);
    expect(changesSummary({ closed }, [{ kind: 'note.added' }])).toBe(true);
  });
});
