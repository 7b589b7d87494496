import type { TodayVisit } from '@elm-mist/contract';
import type { MovedVisit } from '@elm-mist/core/route';
import { longDay } from '@elm-mist/core/clock';
import { View } from 'react-native';
import { clockTime } from '@/data';
import { Heading, Part, Small, space, Strong } from '@/ui';
import { OwnerMessage } from '../shared/OwnerMessage';

/** Owners whose visit begins at another time than they were told, with a word to each. */
export function ChangesPart({ changes, kept, rows }: { changes: readonly MovedVisit[]; kept: boolean; rows: readonly TodayVisit[] }) {
  return (
    <Part title={<Heading>Owners to tell</Heading>} testID="owners-to-tell">
      <Small ink="inkSoft">
        {kept
          ? 'The order is kept. These begin at another time than they were told.'
          : 'Once the order is kept: by a quarter of an hour or more it is another time than they were told.'}
      </Small>
      {changes.map(({ visitId, was, now }) => {
        const row = rows.find(({ visit }) => visit.id === visitId);
        return row ? (
          <View key={visitId} style={{ gap: space.xs, paddingVertical: space.s }}>
            <Strong>{`${row.place.name}: ${clockTime(was)} ${kept ? 'became' : 'becomes'} ${clockTime(now)}`}</Strong>
            <OwnerMessage
              kind="moved"
              phone={row.place.phone}
              quiet={row.place.quiet ?? false}
              facts={{
                owner: row.place.customerName,
                place: row.place.name,
                system: row.system.name.toLowerCase(),
                day: longDay(row.visit.day),
                time: clockTime(now),
                was: clockTime(was),
              }}
            />
          </View>
        ) : null;
      })}
    </Part>
  );
}
