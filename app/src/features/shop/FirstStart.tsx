import type { SetUpStep, ShopAnswer } from '@elm-mist/contract';
import { useQuery } from '@tanstack/react-query';
import { router } from 'expo-router';
import { View } from 'react-native';
import { placesQuery, shelfQuery, shopQuery, useSaveShop } from '@/data';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Act, Body, Companion, Heading, LinkRow, Part, Screen, ScreenHead, Sign, Small, space, ThumbBar, Trouble, Waiting } from '@/ui';
import { shopShape } from './shopShape';

interface Step {
  id: SetUpStep;
  title: string;
  says: string;
  links: { title: string; href: string; testID: string }[];
}

const STEPS: readonly Step[] = [
  {
    id: 'shop',
    title: 'The shop',
    says: 'Its name, where it works from, its units, clock and money.',
    links: [{ title: 'Describe the shop', href: '/shop', testID: 'start-shop' }],
  },
  {
    id: 'crew',
    title: 'The crew',
    says: 'Who works here, and what each is licensed for.',
    links: [{ title: 'Name the crew', href: '/shop/crew', testID: 'start-crew' }],
  },
  {
    id: 'cleaner',
    title: 'The first cleaner',
    says: 'From its label: class, strengths and dwell. Without one, plans go by water alone.',
    links: [{ title: 'Read a label in', href: '/shelf/new', testID: 'start-cleaner' }],
  },
  {
    id: 'places',
    title: 'The first places',
    says: 'One typed in, or many from a table of customers, places and systems.',
    links: [
      { title: 'Add a place', href: '/places/new', testID: 'start-place' },
      { title: 'Bring a table in', href: '/places/import', testID: 'start-import' },
    ],
  },
];

/** A shop's first start: four steps, in any order, each of which can be left and come back to. */
export function FirstStart() {
  const shop = useQuery(shopQuery);
  const shelf = useQuery(shelfQuery);
  const places = useInfiniteQuery(placesQuery(''));
  const save = useSaveShop();
  if (!shop.data)
    return (
      <Screen head={<ScreenHead title="Start" />}>
        {shop.isError ? (
          <Trouble what="The shop could not be read" kept="Nothing was lost." retry={() => void shop.refetch()} />
        ) : (
          <Waiting what="the shop" />
        )}
      </Screen>
    );
  const there: Record<SetUpStep, boolean> = {
    shop: shop.data.setUp.includes('shop'),
    crew: shop.data.setUp.includes('crew'),
    cleaner: (shelf.data?.cleaners.length ?? 0) > 0,
    places: (places.data?.pages[0]?.total ?? 0) > 0,
  };
  const done = (id: SetUpStep) => there[id] || shop.data.setUp.includes(id);
  const leave = (data: ShopAnswer) =>
    save.mutate({ ...shopShape(data), setUp: STEPS.map((step) => step.id) }, { onSuccess: () => router.replace('/') });
  const next = STEPS.find((step) => !done(step.id));
  return (
    <Screen
      testID="first-start"
      head={
        <ScreenHead title={shop.data.name || 'A shop of your own'} under="Four steps, in any order; each can be left and come back to" />
      }
      foot={
        <ThumbBar>
          <Companion title={next ? 'Do the rest later' : 'Done'} onPress={() => leave(shop.data)} testID="start-leave" />
          {next ? <Act title={next.links[0]?.title ?? ''} onPress={() => router.push(next.links[0]?.href ?? '/')} /> : null}
        </ThumbBar>
      }
    >
      {STEPS.map((step, i) => (
        <Part
          key={step.id}
          first={i === 0}
          title={
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
              {done(step.id) ? <Sign name="check" ink="elm" /> : null}
              <Heading>{`${i + 1}. ${step.title}`}</Heading>
            </View>
          }
        >
          <Body ink="inkSoft">{step.says}</Body>
          <View>
            {step.links.map((link) => (
              <LinkRow
                key={link.href}
                title={link.title}
                href={link.href}
                testID={link.testID}
                right={done(step.id) ? 'done' : undefined}
              />
            ))}
          </View>
        </Part>
      ))}
      <Small ink="inkSoft">Everything here can be changed later under More.</Small>
    </Screen>
  );
}
