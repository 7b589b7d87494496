import { formatDegrees } from '@elm-mist/core/position';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { placeQuery, RefusedError, today, useArchive } from '@/data';
import { IfMay } from '@/features/people/IfMay';
import { Act, Banner, Body, Companion, Heading, LinkRow, Part, Row, Screen, ScreenHead, Small, ThumbBar, Waiting } from '@/ui';
import { NotOpened } from '../shared/NotOpened';
import { aheadWords, systemLine, visitedWords } from '../shared/words';
import { PlaceForm } from './PlaceForm';
import { SunToday } from './PositionFields';

function usePlace() {
  const { placeId } = useLocalSearchParams<{ placeId: string }>();
  const answer = useQuery(placeQuery(placeId));
  const waiting = (
    <Screen head={<ScreenHead title="Place" />}>
      {answer.isError ? <NotOpened what="place" error={answer.error} retry={() => void answer.refetch()} /> : <Waiting what="the place" />}
    </Screen>
  );
  return { data: answer.data, waiting };
}

/** One place: whose it is, where it stands, its systems. */
export function PlacePage() {
  const { data, waiting } = usePlace();
  const archive = useArchive();
  const [trouble, setTrouble] = useState('');
  if (!data) return waiting;
  const { place, systems } = data;
  const put = (archived: boolean) =>
    archive.mutate(
      { of: 'places', id: place.id, archived },
      { onError: (error) => setTrouble(error instanceof RefusedError ? error.message : 'The server is away: nothing was changed.') },
    );
  return (
    <Screen
      testID="place-page"
      head={<ScreenHead title={place.name} under={`${place.customerName} · ${place.address}`} />}
      foot={
        <ThumbBar>
          <Companion title="Put it right" onPress={() => router.push(`/places/${place.id}/edit`)} testID="place-edit" />
          <Act title="Add a system" onPress={() => router.push(`/places/${place.id}/new-system`)} />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {place.archived ? (
        <Banner
          tone="wait"
          right={
            <IfMay power="records" quiet>
              <Companion title="Bring it back" onPress={() => put(false)} testID="place-back" />
            </IfMay>
          }
        >
          This place is put away.
        </Banner>
      ) : null}
      {place.positionFrom === 'unknown' ? (
        <Banner tone="wait" right={<Companion title="Say where" onPress={() => router.push(`/places/${place.id}/edit`)} />}>
          Nobody has said where this is: sun and drying are reckoned for the shop.
        </Banner>
      ) : null}
      <Part first title={<Heading>Systems</Heading>}>
        {systems.map((system) => (
          <LinkRow
            key={system.id}
            title={`${system.name}${system.archived ? ', put away' : ''}`}
            under={`${systemLine(system)} · ${visitedWords(system, today())}`}
            right={aheadWords(system.nextDue, today())}
            href={`/systems/${system.id}`}
          />
        ))}
        {systems.length === 0 ? <Body ink="inkSoft">No system yet.</Body> : null}
      </Part>
      <Part title={<Heading>Where it stands</Heading>}>
        <Row
          label="Position"
          value={
            place.positionFrom === 'unknown'
              ? 'not noted'
              : `${formatDegrees('latitude', place.latitudeDeg)}, ${formatDegrees('longitude', place.longitudeDeg)}${place.positionFrom === 'shop' ? ' · the shop’s' : ''}`
          }
        />
        <SunToday latitudeDeg={place.latitudeDeg} longitudeDeg={place.longitudeDeg} />
      </Part>
      <Part title={<Heading>Owner and words</Heading>}>
        <LinkRow
          title="Did it pay"
          under="What a wash saved, by the electricity meter"
          href={`/places/${place.id}/savings`}
          testID="place-savings"
        />
        <LinkRow title={place.customerName} under="Customer" href={`/customers/${place.customerId}`} testID="place-customer" />
        {place.phone ? <Row label="Phone" value={place.phone} /> : null}
        {place.note ? <Body>{place.note}</Body> : null}
      </Part>
      <Part title={<Heading>Kept twice, or done with</Heading>}>
        <IfMay power="records">
          <LinkRow title="Take it into another entry of the same place" href={`/places/${place.id}/merge`} testID="place-merge" />
          {place.archived ? null : (
            <>
              <Companion title="Put the place away" onPress={() => put(true)} busy={archive.isPending} testID="place-archive" />
              <Small ink="inkSoft">It leaves the list with its systems; nothing is deleted, and it can be brought back.</Small>
            </>
          )}
        </IfMay>
      </Part>
    </Screen>
  );
}

export function EditPlace() {
  const { data, waiting } = usePlace();
  return data ? <PlaceForm key={data.place.id} place={data.place} after={(saved) => `/places/${saved.id}`} /> : waiting;
}
