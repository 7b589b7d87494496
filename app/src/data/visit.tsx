import type { ApplicatorRecord, CleanerRecord, CoilRecord, VisitDetail } from '@elm-mist/contract';
import { contextOf, ownUndo, rulesOf } from '@elm-mist/core/visit';
import { CoreError } from '@elm-mist/core/errors';
import type { HouseRules, MethodContext } from '@elm-mist/core/method';
import {
  stepsDone,
  checkEvent,
  coilsInHand,
  findingsHere,
  foldVisit,
  sourceOf,
  type VisitStep,
  type EventDataByKind,
  type EventKind,
  type FindingLife,
  type Page,
  type Undoable,
  type VisitEvent,
  type VisitState,
} from '@elm-mist/core/run';
import { holdsLicence, type CrewMember } from '@elm-mist/core/shop';
import type { Licence } from '@elm-mist/core/survey';
import { replaceEqualDeep, useQuery } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { RefusedError } from './api';
import { queryClient } from './client';
import { useVisitChanges } from './changes';
import { post, useOutbox, waitingFor } from './outbox';
import { keys, shelfQuery, useHouseRules, visitQuery } from './queries';
import { entryTime, sharedNow } from './sharedClock';
import { useShop } from './shop';
import { useWho } from './me';

export type Entry = { [K in EventKind]: { kind: K; data: EventDataByKind[K] } }[EventKind];

export interface OpenVisit {
  detail: VisitDetail;
  state: VisitState;
  /** Every entry, those that wait to be sent among them. */
  events: VisitEvent[];
  /** Coils not set aside, in the visit's order: outdoor first. */
  coils: CoilRecord[];
  allCoils: CoilRecord[];
  done: Record<VisitStep, boolean>;
  shelf: CleanerRecord[];
  applicators: ApplicatorRecord[];
  house: HouseRules;
  /** Who holds this phone, and who else works for the shop. */
  who: string;
  team: readonly CrewMember[];
  context: MethodContext;
  /** People at work: as said last, else as the story has it. */
  crew: 1 | 2 | 3;
  coil: (id: string) => CoilRecord | undefined;
  source: (coil: CoilRecord) => ReturnType<typeof sourceOf>;
  /**
   * Adds what happened, all or nothing. False, with `problem` set, when it may not be added. It is done when it returns, so that a step to
   * another step taken right after it is drawn once, with the entry in it.
   */
  record: (...entries: Entry[]) => boolean;
  /** This person's newest entry made on a page: what an undo there would take back. Null when there is none, or the visit is closed. */
  own: (page: Page) => Undoable | null;
  /** Takes back this person's newest entry of a page. */
  undo: (page: Page) => boolean;
  /** Findings still open from before, with what this visit did about them, and its own. */
  findings: FindingLife[];
  /** Whether who holds the phone has a licence. */
  holds: (licence: Licence) => boolean;
  problem: string | null;
  clearProblem: () => void;
}

const Context = createContext<OpenVisit | null>(null);

/** The visit that the screen is inside of. */
export function useVisit(): OpenVisit {
  const visit = useContext(Context);
  if (!visit) throw new Error('useVisit is used outside a visit');
  return visit;
}

function merged(detail: VisitDetail, waiting: readonly VisitEvent[]): VisitEvent[] {
  const known = new Set(detail.events.map((event) => event.id));
  return [...detail.events, ...waiting.filter((event) => !known.has(event.id))];
}

/** What is given, as the very object of before where nothing in it changed: whoever draws it need not draw it again. */
function useUnchanged<T>(given: T): T {
  const [kept, setKept] = useState(given);
  const next = replaceEqualDeep(kept, given);
  if (next !== kept) setKept(next);
  return next;
}

/** Opens a visit for everything inside: what the server has, with what this device has not yet sent laid on top. */
export function VisitRoot({
  visitId,
  children,
  waiting,
  trouble,
}: {
  visitId: string;
  children: ReactNode;
  waiting: ReactNode;
  trouble: (retry: () => void, message: string) => ReactNode;
}) {
  const hears = useVisitChanges(visitId);
  const query = useQuery({ ...visitQuery(visitId), refetchInterval: hears ? false : 15_000 });
  const shelfAnswer = useQuery(shelfQuery);
  const house = useHouseRules();
  const shop = useShop();
  const who = useWho();
  const outbox = useOutbox();
  const [problem, setProblem] = useState<string | null>(null);
  const shelf = shelfAnswer.data;
  const detail = useUnchanged(
    useMemo(
      () =>
        query.data && {
          ...query.data,
          events: merged(
            query.data,
            outbox.waiting.filter((event) => event.visitId === visitId),
          ),
        },
      [query.data, outbox.waiting, visitId],
    ),
  );

  const record = useCallback(
    (...entries: Entry[]): boolean => {
      const now = queryClient.getQueryData<VisitDetail>(keys.visit(visitId));
      if (!now) return false;
      const frame = {
        configuration: now.system.configuration,
        coils: now.coils,
        shelf: shelf?.cleaners ?? [],
        earlier: () => now.known.openFindings,
        holds: (name: string, licence: Licence) => holdsLicence(shop.crew, name, licence),
      };
      let sofar = merged(now, waitingFor(visitId));
      const made: VisitEvent[] = [];
      try {
        for (const entry of entries) {
          const at = entryTime(
            sharedNow(),
            sofar.map((event) => Date.parse(event.at)),
          );
          const event = { id: uuidv7(), visitId, at: new Date(at).toISOString(), by: who, ...entry };
          checkEvent(foldVisit(visitId, frame.configuration, sofar), event, { ...frame, events: sofar });
          made.push(event);
          sofar = [...sofar, event];
        }
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        setProblem(error.message);
        return false;
      }
      setProblem(null);
      post(made);
      return true;
    },
    [visitId, shelf, who, shop.crew],
  );

  const open = useMemo((): OpenVisit | null => {
    if (!detail || !shelf || !outbox.loaded) return null;
    const state = foldVisit(visitId, detail.system.configuration, detail.events);
    const allCoils = detail.visit.coilIds
      .map((id) => detail.coils.find((coil) => coil.id === id))
      .filter((coil): coil is CoilRecord => coil !== undefined);
    const own = (page: Page) => ownUndo(state, who, page);
    const { latitudeDeg, longitudeDeg, altitudeM } = detail.place;
    const inHand = new Set(coilsInHand(state, allCoils).map((coil) => coil.id));
    return {
      detail,
      state,
      events: detail.events,
      allCoils,
      coils: allCoils.filter((coil) => inHand.has(coil.id)),
      done: stepsDone(state, allCoils),
      shelf: shelf.cleaners,
      applicators: shelf.applicators,
      house: rulesOf(house, state),
      who,
      team: shop.crew,
      findings: findingsHere(detail.known.openFindings, state),
      holds: (licence) => holdsLicence(shop.crew, who, licence),
      context: contextOf(
        {
          configuration: detail.system.configuration,
          refrigerant: detail.system.refrigerant,
          latitudeDeg,
          longitudeDeg,
          altitudeM,
          hours: detail.weather.hours,
          washesSinceOpened: detail.known.washesSinceOpened,
          canYieldM2: detail.known.canYieldM2,
        },
        state,
      ),
      crew: (state.crew ?? (state.story?.value.helper ? 2 : 1)) as 1 | 2 | 3,
      coil: (id) => allCoils.find((coil) => coil.id === id),
      source: (coil) => sourceOf(detail.system.configuration, coil.role),
      record,
      own,
      undo: (page) => {
        const entry = own(page);
        return entry ? record({ kind: 'event.undone', data: { eventId: entry.eventId } }) : false;
      },
      problem,
      clearProblem: () => setProblem(null),
    };
  }, [detail, shelf, outbox.loaded, visitId, house, who, shop.crew, record, problem]);

  if (open) return <Context.Provider value={open}>{children}</Context.Provider>;
  if (query.isError || shelfAnswer.isError) {
    const missing = !detail ? 'This visit is not on this device.' : 'The shelf is not on this device.';
    const refused = [query.error, shelfAnswer.error].find((error) => error instanceof RefusedError);
    const message = refused?.message ?? `${missing} It opens once the server is in reach; what is packed on Today opens without.`;
    return (
      <>
        {trouble(() => {
          void query.refetch();
          void shelfAnswer.refetch();
        }, message)}
      </>
    );
  }
  return <>{waiting}</>;
}
