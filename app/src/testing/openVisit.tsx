import type {
  ApplicatorRecord,
  CleanerRecord,
  CoilRecord,
  HouseRulesRecord,
  MeRecord,
  ShelfRecord,
  ShopAnswer,
  VisitDetail,
} from '@elm-mist/contract';
import { DEFAULT_HOUSE_RULES, type CoilBuild } from '@elm-mist/core/method';
import type { Role } from '@elm-mist/core/people';
import { emptyBook } from '@elm-mist/core/price';
import type { VisitEvent } from '@elm-mist/core/run';
import { shelf } from '@elm-mist/core/testing/fixtures';
import { fullRunCoils, type scribe } from '@elm-mist/core/testing/fullRun';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, render } from '@testing-library/react';
import type { ReactElement } from 'react';
import { askMe, keys, onItsWay, openOutbox, queryClient, VisitRoot } from '@/data';
import { BecauseRoot, ThemeRoot } from '@/ui';
import { turn } from './turn';

export const VISIT = 'v1';

const coilRecord = (build: CoilBuild): CoilRecord => ({ name: '', ...build, systemId: 's1', archived: false });
const cleanerRecord = (cleaner: (typeof shelf)[number]): CleanerRecord => ({
  ...cleaner,
  handling: [...(cleaner.handling ?? [])],
  countsAgainst: null,
  phLow: null,
  phHigh: null,
  packL: 3.785,
  packPrice: 31,
  lowL: null,
  assumed: [],
  sheet: null,
});
const gun: ApplicatorRecord = { id: 'pump-sprayer', name: 'Pump sprayer', kind: 'pump-sprayer', capacityL: 7.5, dial: [] };
export const RULES: HouseRulesRecord = { ...DEFAULT_HOUSE_RULES, units: 'si', readings: 'full' };
export const SHOP: ShopAnswer = {
  name: 'Kiln yard crew',
  address: '',
  latitudeDeg: 42.2,
  longitudeDeg: -100.6,
  altitudeM: 700,
  zone: 'America/Chicago',
  currency: 'USD',
  crew: [
    { id: 'wren', name: 'Wren', licences: ['electrical'], archived: false },
    { id: 'ives', name: 'Ives', licences: [], archived: false },
  ],
  setUp: ['shop', 'crew', 'cleaner', 'places'],
  demo: false,
  ownIsThere: false,
};

/** Wren is signed in, who may all there is. */
export const ME: MeRecord = {
  person: { id: 'wren', crewId: 'wren', name: 'Wren', role: 'owner', licences: ['electrical'], mustChange: false },
  ways: 'password',
  people: [],
  shopName: SHOP.name,
  besideDemo: false,
  notices: [],
  erased: [],
};

export const detailOf = (events: VisitEvent[], over: Partial<VisitDetail> = {}): VisitDetail => ({
  visit: {
    id: VISIT,
    systemId: 's1',
    day: '2026-06-11',
    startMinute: 600,
    durationMin: 90,
    purpose: 'Yearly wash',
    coilIds: fullRunCoils.map((coil) => coil.id),
    standing: 'under way',
  },
  place: {
    id: 'p1',
    name: 'Kiln yard',
    address: '4 Kiln Yard',
    customerId: 'c1',
    customerName: 'Odo Lantry',
    phone: '',
    latitudeDeg: 42.2,
    longitudeDeg: -100.6,
    altitudeM: 700,
    positionFrom: 'typed',
    note: '',
    archived: false,
  },
  system: {
    id: 's1',
    placeId: 'p1',
    name: 'Cooling',
    configuration: 'split-cool',
    model: 'XX-024',
    btuh: 24000,
    refrigerant: 'R-410A',
    madeYear: 2015,
    note: '',
    archived: false,
  },
  coils: fullRunCoils.map(coilRecord),
  events,
  known: {
    day: null,
    surveys: {},
    story: null,
    chemistries: [],
    openFindings: [],
    washesSinceOpened: {},
    air: null,
    taken: {},
    canYieldM2: {},
  },
  weather: { source: 'simulated', hours: [] },
  ...over,
});

/** What the screens posted, kind and data, oldest first. */
export interface Posted {
  kind: string;
  data: unknown;
  by: string;
}

/**
 * Opens a screen inside a visit as the program does: the real data layer over a server that takes everything, and answers with nothing new.
 * @param run the visit so far; its clock is the page's clock as well
 */
export async function openInVisit(
  screen: ReactElement,
  run: ReturnType<typeof scribe>,
  over: Partial<VisitDetail> = {},
  role: Role = 'owner',
): Promise<Posted[]> {
  const posted: Posted[] = [];
  const detail = detailOf([...run.events], over);
  const answer = (body: unknown) => Promise.resolve({ ok: true, status: 200, headers: new Headers(), json: () => Promise.resolve(body) });
  global.fetch = jest.fn((url: string, init?: { method?: string; body?: string }) => {
    if (init?.method === 'POST') {
      const { events } = JSON.parse(init.body ?? '{}') as { events: VisitEvent[] };
      for (const { kind, data, by } of events) posted.push({ kind, data, by });
      return answer({ accepted: events.map((row) => row.id), added: events.length });
    }
    if (url === '/api/me') return answer({ ...ME, person: ME.person && { ...ME.person, role } });
    if (url.includes('/systems/')) return answer({ system: detail.system, coils: detail.coils });
    return answer(
      url.includes('/visits/')
        ? detail
        : url.includes('/shelf')
          ? STOCKED
          : url.endsWith('/shop')
            ? SHOP
            : url.endsWith('/price-book')
              ? emptyBook()
              : RULES,
    );
  }) as never;
  Object.assign(AbortSignal, { timeout: () => new AbortController().signal });
  jest.spyOn(Date, 'now').mockImplementation(() => run.now());
  queryClient.clear();
  queryClient.setQueryData(keys.visit(VISIT), detail);
  queryClient.setQueryData(keys.shelf, STOCKED);
  queryClient.setQueryData(keys.houseRules, RULES);
  await askMe();
  await openOutbox();
  render(
    <QueryClientProvider client={queryClient}>
      <ThemeRoot>
        <BecauseRoot system="si">
          <VisitRoot visitId={VISIT} waiting={null} trouble={(_retry, message) => <p>{message}</p>}>
            {screen}
          </VisitRoot>
        </BecauseRoot>
      </ThemeRoot>
    </QueryClientProvider>,
  );
  await settle();
  return posted;
}
/** What a screen wrote, by method and path. */
export interface Written {
  method: string;
  path: string;
  body: unknown;
}

/**
 * Opens a screen outside of a visit over a server that answers each path with what is given for it, and takes every write.
 * @param answers by the path behind /api; a path that is not there is answered with 404
 * @param taken answers a write; left out, every write is taken
 */
export async function openPage(
  screen: ReactElement,
  answers: Record<string, unknown>,
  taken: (written: Written) => { status: number; body: unknown } = () => ({ status: 200, body: {} }),
): Promise<Written[]> {
  const written: Written[] = [];
  const answer = (status: number, body: unknown) =>
    Promise.resolve({ ok: status < 400, status, headers: new Headers(), json: () => Promise.resolve(body) });
  global.fetch = jest.fn((url: string, init?: { method?: string; body?: string }) => {
    const path = url.replace(/^\/api/, '');
    const method = init?.method ?? 'GET';
    if (method !== 'GET') {
      const row = { method, path, body: JSON.parse(init?.body ?? 'null') as unknown };
      written.push(row);
      const { status, body } = taken(row);
      return answer(status, body);
    }
    if (path === '/me') return answer(200, answers['/me'] ?? ME);
    return path in answers
      ? answer(200, answers[path])
      : answer(404, { error: { code: 'unknown', message: `Nothing at ${path}.`, fields: {} } });
  }) as never;
  Object.assign(AbortSignal, { timeout: () => new AbortController().signal });
  queryClient.clear();
  queryClient.setQueryData(keys.houseRules, answers['/house-rules'] ?? RULES);
  await askMe();
  render(
    <QueryClientProvider client={queryClient}>
      <ThemeRoot>
        <BecauseRoot system="si">{screen}</BecauseRoot>
      </ThemeRoot>
    </QueryClientProvider>,
  );
  await settle();
  return written;
}

export const STOCKED: ShelfRecord = { cleaners: shelf.map(cleanerRecord), applicators: [gun], stock: [] };

/** Lets promises and short timers run, and what was entered reach the server; a server that hangs is waited for no longer than some hundred turns. */
export async function settle(): Promise<void> {
  await act(async () => {
    for (let i = 0; i < 5 || (i < 500 && onItsWay()); i += 1) await turn();
  });
}
