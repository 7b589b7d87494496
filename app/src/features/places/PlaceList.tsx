import { useQuery } from '@tanstack/react-query';
import { router, usePathname } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { placesQuery } from '@/data';
import { Act, Banner, Empty, Field, Heading, LinkRow, Screen, ScreenHead, Small, space, ThumbBar, Trouble, Waiting } from '@/ui';
import { shortDay, systemLine } from '../shared/words';

/** Every place and its systems, with a search over names, customers, streets and models. */
export function PlaceList() {
  const answer = useQuery(placesQuery);
  const [search, setSearch] = useState('');
  const path = usePathname();
  const wanted = search.trim().toLowerCase();
  const found = (answer.data ?? []).filter(({ place, systems }) =>
    [place.name, place.address, place.customerName, ...systems.flatMap((system) => [system.name, system.model])].some((text) =>
      text.toLowerCase().includes(wanted),
    ),
  );
  return (
    <Screen
      testID="place-list"
      head={
        <ScreenHead
          title="Places"
          under={
            answer.data
              ? `${answer.data.length} places, ${answer.data.reduce((sum, row) => sum + row.systems.length, 0)} systems`
              : 'Customers, systems and their history'
          }
        />
      }
      foot={
        <ThumbBar>
          <Act title="Add a place" onPress={() => router.push('/places/new')} />
        </ThumbBar>
      }
    >
      <Field label="Search" value={search} onChange={setSearch} help="Name, street, customer or model number" />
      {answer.isError && answer.data ? <Banner tone="wait">The server is away. This is what it said last.</Banner> : null}
      {answer.data ? (
        found.length > 0 ? (
          found.map(({ place, systems }) => (
            <View key={place.id} style={{ gap: space.xs, paddingTop: space.s }}>
              <Heading>{place.name}</Heading>
              <Small ink="inkSoft">{`${place.customerName} · ${place.address}`}</Small>
              {systems.map((system) => (
                <LinkRow
                  key={system.id}
                  title={system.name}
                  under={`${systemLine(system)} · ${system.lastVisit ? `last ${shortDay(system.lastVisit)}` : 'no visit yet'}`}
                  right={system.nextDue ? `due ${shortDay(system.nextDue)}` : undefined}
                  href={`/systems/${system.id}`}
                  current={path === `/systems/${system.id}`}
                  testID={`system-${system.id}`}
                />
              ))}
              <LinkRow title="Add a system here" href={`/places/${place.id}/new-system`} />
            </View>
          ))
        ) : wanted === '' ? (
          <Empty title="No places yet">Add the first: its name, its street, and whose it is.</Empty>
        ) : (
          <Empty title={`Nothing matches “${search.trim()}”`}>Try part of a name, a street or a model number.</Empty>
        )
      ) : answer.isError ? (
        <Trouble what="The places could not be read" kept="Nothing was lost." retry={() => void answer.refetch()} />
      ) : (
        <Waiting what="the places" lines={8} />
      )}
    </Screen>
  );
}
