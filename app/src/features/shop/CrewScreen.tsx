import type { ShopAnswer } from '@elm-mist/contract';
import { LICENCE_NAMES, MOST_CREW_LISTED, type CrewMember } from '@elm-mist/core/shop';
import { LICENCES } from '@elm-mist/core/survey';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { v7 as uuidv7 } from 'uuid';
import { shopQuery, useDraft, useSaveShop } from '@/data';
import { Act, AnyOf, Banner, Companion, Field, Part, Screen, ScreenHead, Small, space, ThumbBar, Tick, Waiting } from '@/ui';
import { useSave } from '../shared/useSave';
import { Meanwhile } from '../shared/Meanwhile';
import { shopShape } from './shopShape';

/** Who works for the shop, and what they are licensed for. */
export function CrewScreen() {
  const { data } = useQuery(shopQuery);
  if (!data)
    return (
      <Screen head={<ScreenHead title="Crew" />}>
        <Waiting what="the crew" />
      </Screen>
    );
  return <CrewFields shop={data} />;
}

const nobody = (): CrewMember => ({ id: uuidv7(), name: '', licences: [], archived: false });

function CrewFields({ shop }: { shop: ShopAnswer }) {
  const saveShop = useSaveShop();
  const [was, setWas] = useState(shop);
  const { trouble, meanwhile, settle, save } = useSave();
  const [crew, keep, drop] = useDraft<CrewMember[]>('crew.list', () => (shop.crew.length > 0 ? shop.crew : [nobody()]));
  const change = (id: string, next: Partial<CrewMember>) =>
    keep(crew.map((member) => (member.id === id ? { ...member, ...next } : member)));
  const send = async () => {
    const named = crew.map((member) => ({ ...member, name: member.name.trim() })).filter((member) => member.name !== '');
    const setUp = [...new Set([...was.setUp, 'crew' as const])];
    await save(
      async () => {
        await saveShop.mutateAsync({ ...shopShape(was), crew: named, setUp, was: shopShape(was) });
        drop();
      },
      () => router.replace(setUp.length < 4 ? '/start' : '/more'),
    );
  };
  const choose = (mine: boolean) =>
    settle((there) => {
      const now = there as Partial<ShopAnswer>;
      if (!mine && now.crew) keep(now.crew);
      setWas({ ...was, ...now });
    });
  return (
    <Screen
      testID="crew"
      head={<ScreenHead title="Crew" under="Names, and what each is licensed for" />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => router.back()} />
          <Act title="Save the crew" onPress={() => void send()} busy={saveShop.isPending} testID="crew-save" />
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {meanwhile ? (
        <Meanwhile fields={meanwhile} names={{ crew: 'Crew' }} onTheirs={() => choose(false)} onMine={() => choose(true)} />
      ) : null}
      <Small ink="inkSoft">
        A finding or a step that wants a licence is offered to who has it, and reported to them by the others. Which licence is needed where
        is for local law to say.
      </Small>
      {crew.map((member, i) => (
        <Part key={member.id} first={i === 0}>
          <Field label={`Name ${i + 1}`} value={member.name} onChange={(name) => change(member.id, { name })} testID={`crew-name-${i}`} />
          <View style={{ gap: space.s }}>
            <AnyOf
              label={`Licences of ${member.name || `name ${i + 1}`}`}
              options={LICENCES.map((id) => ({ value: id, label: LICENCE_NAMES[id] }))}
              value={member.licences}
              onChange={(licences) => change(member.id, { licences })}
            />
            {shop.crew.some((row) => row.id === member.id) ? (
              <Tick
                label="Works here no longer"
                help="What they entered keeps their name"
                value={member.archived}
                onChange={(archived) => change(member.id, { archived })}
              />
            ) : null}
          </View>
        </Part>
      ))}
      {crew.length < MOST_CREW_LISTED ? <Companion title="Add a name" onPress={() => keep([...crew, nobody()])} testID="crew-add" /> : null}
    </Screen>
  );
}
