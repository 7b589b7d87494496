import type { VisitChanged, VisitDetail } from '@elm-mist/contract';
import type { VisitEvent } from '@elm-mist/core/run';
import { act, renderHook } from '@testing-library/react';
import { useVisitChanges } from './changes';
import { queryClient } from './client';
import { keys } from './queries';

class Source {
  static last: Source;
  private readonly listeners = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    Source.last = this;
  }
  addEventListener(name: string, listener: (event: { data: string }) => void) {
    this.listeners.set(name, listener);
  }
  close() {}
  say(name: string, data: unknown = '') {
    act(() => this.listeners.get(name)?.({ data: JSON.stringify(data) }));
  }
}

const note = (id: string): VisitEvent => ({
  id,
  visitId: 'v',
  at: '2026-06-11T15:00:00.000Z',
  by: 'Ives',
  kind: 'note.added',
  data: { text: id },
});
const changed = (from: number, events: VisitEvent[], again = false): VisitChanged => ({ from, events, again });
const ids = () => queryClient.getQueryData<VisitDetail>(keys.visit('v'))?.events.map(({ id }) => id);

afterEach(() => {
  queryClient.clear();
  delete (global as { EventSource?: unknown }).EventSource;
});

test('entries of another phone are added where they follow on; after a gap, a reconnect or a change of standing the visit is read again', () => {
  Object.assign(global, { EventSource: Source });
  const look = jest.spyOn(queryClient, 'invalidateQueries').mockResolvedValue();
  queryClient.setQueryData(keys.visit('v'), { events: [note('a')] } as VisitDetail);
  const { result, unmount } = renderHook(() => useVisitChanges('v'));
  expect(result.current).toBe(false);
  Source.last.say('ready', 1);
  expect([result.current, look.mock.calls.length]).toEqual([true, 0]);
  Source.last.say('changed', changed(1, [note('b'), note('c')]));
  expect([ids(), look.mock.calls.length]).toEqual([['a', 'b', 'c'], 0]);
  // What it has already, it does not ask for.
  Source.last.say('changed', changed(1, [note('b')]));
  expect(look).toHaveBeenCalledTimes(0);
  Source.last.say('changed', changed(4, [note('e')]));
  expect([ids(), look.mock.calls.length]).toEqual([['a', 'b', 'c'], 1]);
  Source.last.say('changed', changed(3, [note('d')], true));
  Source.last.say('changed', changed(0, [], true));
  expect(look).toHaveBeenCalledTimes(3);
  Source.last.say('error');
  expect(result.current).toBe(false);
  Source.last.say('ready', 3);
  expect([result.current, look.mock.calls.length]).toEqual([true, 4]);
  unmount();
  // Opened while entries were added elsewhere: the first word says so.
  renderHook(() => useVisitChanges('v'));
  Source.last.say('ready', 9);
  expect(look).toHaveBeenCalledTimes(5);
});
