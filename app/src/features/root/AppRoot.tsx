import { QueryClientProvider } from '@tanstack/react-query';
import { usePathname } from 'expo-router';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { keepShell, openDevice, queryClient, sendPhotos, useHouseRules, useShop } from '@/data';
import { inPractice, realm } from '@/device/realm';
import { BecauseRoot, Frame, Screen, ScreenHead, ThemeRoot, useBecause, Waiting, watchTaps, type Place } from '@/ui';
import { SignInGate } from '../people/SignInGate';
import { PlaceList } from '../places/PlaceList';
import { ShelfList } from '../shelf/ShelfList';
import { DayList } from '../today/DayList';
import { AwayBanner } from '../visit/AwayBanner';

const PLACES: readonly (Place & { under: readonly string[] })[] = [
  { id: 'today', name: 'Today', icon: 'today', href: '/', under: ['/visits'] },
  { id: 'places', name: 'Places', icon: 'places', href: '/places', under: ['/places', '/systems', '/customers'] },
  { id: 'bench', name: 'Bench', icon: 'bench', href: '/bench', under: ['/bench'] },
  { id: 'shelf', name: 'Shelf', icon: 'shelf', href: '/shelf', under: ['/shelf'] },
  { id: 'practice', name: 'Practice', icon: 'practice', href: '/practice', under: ['/practice'], wide: true },
  { id: 'more', name: 'More', icon: 'more', href: '/more', under: ['/more', '/shop', '/start'] },
];

const PracticeStrip = lazy(async () => ({ default: (await import('../practice/PracticeStrip')).PracticeStrip }));
const LISTS: Record<string, ReactNode> = { today: <DayList />, places: <PlaceList />, shelf: <ShelfList /> };

/** Pages that want the whole width: seven days stand side by side. */
const WHOLE: readonly string[] = ['/week'];

function Framed({ children }: { children: ReactNode }) {
  const path = usePathname();
  const { close } = useBecause();
  useEffect(close, [path, close]);
  const here = PLACES.find((place) => place.under.some((root) => path === root || path.startsWith(`${root}/`)))?.id ?? 'today';
  return (
    <Frame
      places={PLACES}
      here={here}
      list={WHOLE.includes(path) ? null : (LISTS[here] ?? null)}
      hidePlaces={path.startsWith('/visits/') || path.startsWith('/practice/')}
      banner={
        <>
          {inPractice ? (
            <Suspense fallback={null}>
              <PracticeStrip />
            </Suspense>
          ) : null}
          <AwayBanner />
        </>
      }
    >
      {children}
    </Frame>
  );
}

function WithUnits({ children }: { children: ReactNode }) {
  const { units } = useHouseRules();
  // Clocks and prices everywhere go by the shop's.
  useShop();
  return (
    <BecauseRoot system={units} silent={realm === 'exam'}>
      <Framed>{children}</Framed>
    </BecauseRoot>
  );
}

/** Nothing at first; then that the device's own database is being opened. */
function SlowStart() {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), 500);
    return () => clearTimeout(timer);
  }, []);
  if (!slow) return null;
  return (
    <ThemeRoot>
      <Screen head={<ScreenHead title="Elm Mist" under="Opening the storage of this device" />}>
        <Waiting what="the storage of this device" />
      </Screen>
    </ThemeRoot>
  );
}

/** Everything that holds for the whole program: stored answers, the outbox, theme, units and the frame. */
export function AppRoot({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    void openDevice().then(() => setOpen(true));
    void sendPhotos();
    const again = setInterval(() => void sendPhotos(), 15_000);
    void keepShell();
    return () => clearInterval(again);
  }, []);
  useEffect(() => watchTaps(document), []);
  // What this device kept is there in some milliseconds; a browser that takes longer gets a page that says so.
  if (!open) return <SlowStart />;
  return (
    <QueryClientProvider client={queryClient}>
      <ThemeRoot>
        <SignInGate>
          <WithUnits>{children}</WithUnits>
        </SignInGate>
      </ThemeRoot>
    </QueryClientProvider>
  );
}
