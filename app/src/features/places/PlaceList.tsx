import { useInfiniteQuery } from '@tanstack/react-query';
import { router, usePathname } from 'expo-router';
import { useDeferredValue, useState } from 'react';
import { View } from 'react-native';
import type { PlaceSummary } from '@elm-mist/contract';
import { placesQuery, today } from '@/data';
import { Act, Banner, Empty, Field, LinkRow, LongScreen, ScreenHead, space, ThumbBar, Tick, Trouble, Waiting } from '@/ui';
import { aheadWords, systemLine, visitedWords } from '../shared/words';

function PlaceEntry({ row: { place, systems }, path }: { row: PlaceSummary; path: string }) {
  return (
    <View style={{ gap: space.xs, paddingTop: space.s }}>
      <LinkRow
        title={place.name}
        under={`${place.customerName} · ${place.address}`}
        href={`/places/${place.id}`}
        current={path === `/places/${place.id}`}
        testID={`place-${place.id}`}
      />
      <View style={{ paddingLeft: space.l }}>
        {systems
          .filter((system) => !system.archived)
          .map((system) => (
            <LinkRow
              key={system.id}
              title={system.name}
              under={`${systemLine(system)} · ${visitedWords(system, today())}`}
              right={aheadWords(system.nextDue, today())}
              href={`/systems/${system.id}`}
              current={path === `/systems/${system.id}`}
              testID={`system-${system.id}`}
            />
          ))}
        {systems.length === 0 ? <LinkRow title="Add a system here" href={`/places/${place.id}/new-system`} /> : null}
      </View>
    </View>
  );
}

/** Every place and its systems, a page at a time, searched by the server over names, customers, streets, phones and models. */
export function PlaceList() {
  const [search, setSearch] = useState('');
  const [away, setAway] = useState(false);
  const words = useDeferredValue(search.trim());
  const answer = useInfiniteQuery({ ...placesQuery(words, away), placeholderData: (before) => before });
  const path = usePathname();
  const pages = answer.data?.pages ?? [];
  const rows = pages.flatMap((page) => page.places);
  const total = pages[0]?.total ?? 0;
  return (
    <LongScreen
      testID="place-list"
      head={
        <ScreenHead
          title="Places"
          under={answer.data ? `${total} ${total === 1 ? 'place' : 'places'}` : 'Customers, systems and their history'}
        />
      }
      foot={
        <ThumbBar>
          <Act title="Add a place" onPress={() => router.push('/places/new')} />
        </ThumbBar>
      }
      top={
        <View style={{ gap: space.m }}>
          <Field
            label="Search"
            value={search}
            onChange={setSearch}
            help="Name, street, customer, phone, model number, or a label’s code"
            testID="place-search"
          />
          {answer.isError && answer.data ? (
            <Banner tone="wait">The server is away. These are the places that this device keeps.</Banner>
          ) : null}
          {answer.data && rows.length === 0 ? (
            words === '' && !away ? (
              <Empty title="No places yet">
                Add the first: its name, its street, and whose it is. Or bring many from a file, under More.
              </Empty>
            ) : (
              <Empty title={words === '' ? 'Nothing is put away' : `Nothing matches “${words}”`}>
                Try the beginning of a name, a street or a model number.
              </Empty>
            )
          ) : null}
          {!answer.data && answer.isError ? (
            <Trouble
              what="These places are not on this device"
              kept="Nothing was lost. The day’s visits open from Today; the rest is there once the server is in reach."
              retry={() => void answer.refetch()}
            />
          ) : null}
          {!answer.data && !answer.isError ? <Waiting what="the places" lines={8} /> : null}
        </View>
      }
      rows={rows}
      keyOf={(row) => row.place.id}
      draw={(row) => <PlaceEntry row={row} path={path} />}
      onEnd={() => {
        if (answer.hasNextPage && !answer.isFetchingNextPage) void answer.fetchNextPage();
      }}
      {...(answer.data || answer.isError ? { bottom: <Tick label="Show what is put away" value={away} onChange={setAway} /> } : {})}
    />
  );
}
