import type { PlaceRecord } from '@elm-mist/contract';
import { useQuery } from '@tanstack/react-query';
import { router, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { placeQuery, useMerge } from '@/data';
import { Act, Banner, Body, Companion, Heading, Part, Row, Screen, ScreenHead, ThumbBar, Waiting } from '@/ui';
import { useSave } from '../shared/useSave';
import { PlacePick } from './PlacePick';

/** Two entries of the same place: this one goes into the other, with its systems and their history. */
export function MergePlace() {
  const { placeId } = useLocalSearchParams<{ placeId: string }>();
  const { data } = useQuery(placeQuery(placeId));
  const merge = useMerge();
  const [into, setInto] = useState<PlaceRecord | null>(null);
  const { trouble, save } = useSave();
  if (!data)
    return (
      <Screen head={<ScreenHead title="Same place" />}>
        <Waiting what="the place" />
      </Screen>
    );
  const go = async () => {
    if (!into) return;
    await save(
      () => merge.mutateAsync({ of: 'places', id: placeId, intoId: into.id }),
      () => router.replace(`/places/${into.id}`),
    );
  };
  return (
    <Screen
      head={<ScreenHead title="The same place twice" under={`${data.place.name} goes into the other`} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Take it in" onPress={() => void go()} disabled={!into} busy={merge.isPending} testID="merge-go" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      <Part first title={<Heading>This entry</Heading>}>
        <Row label={data.place.name} value={data.place.address} />
        <Body ink="inkSoft">{`${data.systems.length} systems with their history move. Then this entry is put away.`}</Body>
      </Part>
      <Part title={<Heading>Goes into</Heading>}>
        {into ? <Row label={into.name} value={into.address} /> : null}
        <PlacePick label={into ? 'Another one' : 'Which one'} not={placeId} onPick={setInto} />
      </Part>
    </Screen>
  );
}
