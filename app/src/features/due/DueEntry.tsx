import type { DueRow } from '@elm-mist/contract';
import { longDay } from '@elm-mist/core/clock';
import { useState } from 'react';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { Companion, LinkRow, space } from '@/ui';
import { OwnerMessage } from '../shared/OwnerMessage';
import { shortDay } from '../shared/words';

/** What a visit is made for by hand: the coils that are due, and the day that the first of them is. */
const planHref = ({ systemId, due, clocks }: DueRow, now: string): string => {
  const coils = clocks.flatMap((clock) => (clock.kind === 'coil' ? [clock.of] : []));
  return `/systems/${systemId}/new-visit?${new URLSearchParams({
    day: due < now ? now : due,
    ...(coils.length > 0 ? { coils: coils.join() } : {}),
  }).toString()}`;
};

/** One system that is due, with a word to its owner: that it is due, or when somebody comes. */
export function DueEntry({ row, now }: { row: DueRow; now: string }) {
  const [open, setOpen] = useState(false);
  const { planned, clocks, lastVisit } = row;
  const facts = { owner: row.customerName, place: row.placeName, system: row.systemName.toLowerCase() };
  const washOnly = clocks.every((clock) => clock.kind === 'coil' || clock.kind === 'agreed');
  return (
    <View style={{ gap: space.xs }}>
      <LinkRow
        title={`${row.placeName}, ${row.systemName.toLowerCase()}`}
        under={[
          ...clocks.map((clock) => `${clock.name}, ${shortDay(clock.due)}${clock.why ? `: ${clock.why}` : ''}`),
          lastVisit ? `Washed ${shortDay(lastVisit)}` : 'Not washed yet',
          [row.customerName, row.phone, row.address].filter(Boolean).join(', '),
        ].join('\n')}
        right={planned ? `planned ${shortDay(planned.day)}` : 'plan it'}
        href={planned ? `/visits/${planned.visitId}` : planHref(row, now)}
        testID={`due-${row.systemId}`}
      />
      {open ? (
        <OwnerMessage
          kind={planned ? 'coming' : 'due'}
          facts={
            planned ? { ...facts, day: longDay(planned.day), time: clockTime(planned.startMinute) } : { ...facts, day: longDay(row.due) }
          }
          phone={row.phone}
          quiet={row.quiet ?? false}
          testID={`due-message-${row.systemId}`}
        />
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {washOnly || planned ? (
            <Companion title="A word to the owner" onPress={() => setOpen(true)} testID={`due-word-${row.systemId}`} />
          ) : null}
        </View>
      )}
    </View>
  );
}
