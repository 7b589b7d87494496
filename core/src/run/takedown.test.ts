import { CoreError } from '../errors';
import { shelf } from '../testing/fixtures';
import { checkEvent } from './checkEvent';
import { foldVisit } from './fold';
import { lockoutStepsFor } from './lockoutNeeds';
import { partWords, refitOrder, wiresOpen, type WireNoted } from './takedown';
import type { EventDataByKind, EventKind, VisitEvent } from './events';
import { type PartOff } from './takedown';
import type { VisitFrame } from './kinds/kind';

const frame: VisitFrame = { configuration: 'split-cool', coils: [{ id: 'coil-1', role: 'condenser' }], shelf, events: [] };
let count = 0;
function happened<K extends EventKind>(kind: K, data: EventDataByKind[K]): VisitEvent {
  count += 1;
  return {
    id: `e${String(count).padStart(4, '0')}`,
    visitId: 'v1',
    at: new Date(Date.UTC(2026, 5, 11, 14, 0, count)).toISOString(),
    by: 'Wren',
    kind,
    data,
  } as VisitEvent;
}
const fold = (events: readonly VisitEvent[]) => foldVisit('v1', 'split-cool', events);
const off = (kind: PartOff['kind'], screws = 0, which = ''): VisitEvent => happened('part.off', { kind, which, screws, note: '' });
const wire: WireNoted = { plug: 'Fan', terminal: 'C', unitSide: 'brown', otherSide: 'black', note: '', photoId: null };
const dead = lockoutStepsFor('split-cool').map((step) =>
  happened('gate.step', { source: 'outdoor-unit', step, volts: step.startsWith('meter') ? 121 : step.startsWith('l') ? 0 : null }),
);

test('what came off goes back on in reverse, and nothing is left over', () => {
  const [guard, panel, top] = [off('guard', 4, 'path side'), off('panel', 6), off('top', 8)] as [VisitEvent, VisitEvent, VisitEvent];
  const events = [...dead, guard, panel, top];
  expect(refitOrder(fold(events).parts).map((part) => part.value.kind)).toEqual(['top', 'panel', 'guard']);
  events.push(happened('part.back', { partId: top.id }));
  expect(refitOrder(fold(events).parts).map((part) => part.eventId)).toEqual([panel.id, guard.id]);
  // Taking back the refitting puts the part off again, where it was.
  events.push(happened('event.undone', { eventId: events.at(-1)!.id }));
  expect(refitOrder(fold(events).parts).map((part) => part.value.kind)).toEqual(['top', 'panel', 'guard']);
  expect(partWords((guard as VisitEvent<'part.off'>).data)).toBe('Guard, path side, 4 screws');
});

test('a wire is ticked off once, with both its colours kept', () => {
  const noted = happened('wire.noted', wire);
  const back = happened('wire.back', { wireId: noted.id });
  expect(wiresOpen(fold([noted]).wires)[0]?.value).toEqual(wire);
  expect(wiresOpen(fold([noted, back]).wires)).toEqual([]);
  const again = () => checkEvent(fold([noted, back]), happened('wire.back', { wireId: noted.id }), frame);
  expect(again).toThrow(expect.objectContaining({ field: 'data.wireId' }));
});

test.each([
  ['a panel before anything is proven dead', [], off('panel', 6), 'data.kind'],
  ['a panel after power came back', [...dead, happened('power.restored', { source: 'outdoor-unit' })], off('panel', 6), 'data.kind'],
  ['a part that never came off', dead, happened('part.back', { partId: 'nothing' }), 'data.partId'],
] as const)('%s is refused', (_what, before, event, field) => {
  expect(() => checkEvent(fold(before), event, frame)).toThrow(CoreError);
  expect(() => checkEvent(fold(before), event, frame)).toThrow(expect.objectContaining({ field }));
});

test('a guard may come off before the gate is open: it hides nothing live', () => {
  expect(() => checkEvent(fold([]), off('guard', 4), frame)).not.toThrow();
});
