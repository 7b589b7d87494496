import { whoMay, type Power } from '@elm-mist/core/people';
import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { useMay, useMe } from '@/data';
import { Body, Companion, Empty, Screen, ScreenHead, ThumbBar } from '@/ui';

/** A page for those whose role may; whoever else comes to it is told for whom it is. */
export function Only({ power, children }: { power: Power; children: ReactNode }) {
  const allowed = useMay(power);
  const { person } = useMe();
  if (allowed) return children;
  return (
    <Screen
      testID="not-for-you"
      head={<ScreenHead title="Not for you" under={person ? `Signed in as ${person.name}` : ''} />}
      foot={
        <ThumbBar>
          <Companion title="Back" onPress={() => (router.canGoBack() ? router.back() : router.navigate('/more'))} grow />
        </ThumbBar>
      }
    >
      <Empty title={whoMay(power)}>
        <Body>The owner says who is what, under More, People.</Body>
      </Empty>
    </Screen>
  );
}
