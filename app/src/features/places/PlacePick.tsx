import type { PlaceRecord } from '@elm-mist/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { placesQuery } from '@/data';
import { Companion, Field, Small, space } from '@/ui';

/** Finds one place by any word of it. */
export function PlacePick({ label, not, onPick }: { label: string; not: string; onPick: (place: PlaceRecord) => void }) {
  const [words, setWords] = useState('');
  const answer = useInfiniteQuery({ ...placesQuery(words.trim()), enabled: words.trim().length >= 2 });
  const found = (answer.data?.pages ?? []).flatMap((page) => page.places).filter(({ place }) => place.id !== not);
  return (
    <View style={{ gap: space.s }}>
      <Field label={label} value={words} onChange={setWords} help="Part of its name, street or customer" testID="place-pick" />
      {words.trim().length >= 2 && answer.data && found.length === 0 ? <Small ink="inkSoft">Nothing matches.</Small> : null}
      {words.trim().length >= 2
        ? found
            .slice(0, 6)
            .map(({ place }) => (
              <Companion key={place.id} title={`${place.name} · ${place.customerName} · ${place.address}`} onPress={() => onPick(place)} />
            ))
        : null}
    </View>
  );
}
