import type { AlarmKind } from '@elm-mist/core/run';
import { usePathname } from 'expo-router';
import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Banner, LinkBox, space, Strong, target } from '@/ui';
import { useAlarms } from './useAlarms';

const TITLE = 'Elm Mist';
const FLASH_MS = 1000;
const TITLES: Record<AlarmKind, string> = {
  steady: 'STEADY',
  rested: 'MAY START',
  ready: 'RINSE NOW',
  mist: 'MIST NOW',
  hurry: 'RINSE NOW',
  'too-long': 'RINSE: too long',
  look: 'LOOK AT THE PAN',
};

/** The title says what is due, and flashes, for when another page is looked at. */
function useTitle(word: string | null): void {
  useEffect(() => {
    if (!word) return undefined;
    let on = true;
    const flash = () => {
      document.title = `${on ? '● ' : ''}${word} · ${TITLE}`;
      on = !on;
    };
    flash();
    const timer = setInterval(flash, FLASH_MS);
    return () => {
      clearInterval(timer);
      document.title = TITLE;
    };
  }, [word]);
}

/** Watches the soaking sections of the visit from every step: calls out on time, and says so at the top where Wash itself is not open. */
export function AlarmWatch({ children }: { children: ReactNode }) {
  const { detail } = useVisit();
  const due = useAlarms();
  const worst = due[0];
  useTitle(worst ? TITLES[worst.alarm.kind] : null);
  const page = worst?.alarm.coilId === '' ? 'power-up' : 'wash';
  const path = usePathname();
  // Foam that condensate rinses is closed up and powered on the page of the power-up.
  const inWash = path.endsWith(`/${page}`) || (worst?.alarm.byCondensate === true && path.endsWith('/power-up'));
  return (
    <View style={{ flex: 1 }}>
      {worst && !inWash ? (
        <View testID="alarm-bar">
          <Banner
            tone={worst.alarm.kind === 'too-long' ? 'stop' : 'wait'}
            right={
              <LinkBox
                href={`/visits/${detail.visit.id}/${page}`}
                style={{ minHeight: target.usual, justifyContent: 'center', paddingHorizontal: space.m }}
              >
                <Strong>{page === 'wash' ? 'To Wash' : 'To power-up'}</Strong>
              </LinkBox>
            }
          >
            {[...new Set(due.map((row) => row.words))].join(' ')}
          </Banner>
        </View>
      ) : null}
      <View style={{ flex: 1 }}>{children}</View>
    </View>
  );
}
