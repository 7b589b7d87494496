import { washedWith } from '../visit';
import type { CoilRole, Configuration, Construction } from '../equipment';
import { pouredWaterParts } from '../mix';
import { QUANTITIES, QUANTITY_IDS, readingSet, type QuantityId, type ReadingWay, type ReadingWhen } from '../readings';
import { sectionRuns } from '../report';
import {
  foldVisit,
  foundGrades,
  OLDER_RECORDS,
  standingOf,
  wholeFinding,
  type VisitEvent,
  type VisitStanding,
  type VisitState,
} from '../run';
import { worstOf } from '../survey';
import { chainOf, sealOf, type ChainLink, type ReceivedEvent } from './chain';

/** What the file calls itself. */
export const RECORD_FORMAT = 'elm-mist system record';
/** Counted up when its shape changes. Version 1 has no time of receipt in its chain. */
export const RECORD_VERSION = 2;

/** What was done to one coil on one visit. */
export interface RecordedWash {
  coilId: string;
  gradeBefore: number | null;
  gradeAfter: number | null;
  /** Light through it, %, where a photograph told it. */
  openBeforePct: number | null;
  openAfterPct: number | null;
  /** With what, as the report has it. */
  washedWith: string;
  /** Poured, water to one of concentrate; null where nothing was mixed. */
  waterParts: number | null;
  /** Soaks of its sections as they ran, s. */
  soakedS: number[];
  note: string;
}

/** A reading as it was taken. */
export interface RecordedReading {
  when: ReadingWhen;
  quantity: QuantityId;
  name: string;
  /** SI. */
  value: number;
  /** Standard uncertainty of its instrument, SI. */
  u: number;
  how: ReadingWay;
  steady: boolean;
  at: string;
  by: string;
}

/** One visit of the record. */
export interface RecordedVisit {
  visitId: string;
  /** ISO day. */
  day: string;
  standing: VisitStanding;
  /** Every closing with who and when, and why it was opened again. */
  closings: { at: string; by: string; reopened: { at: string; by: string; why: string } | null }[];
  washes: RecordedWash[];
  readings: RecordedReading[];
  /** Noted on this visit. */
  findings: { findingId: string; name: string; note: string; at: string; by: string }[];
  /** What this visit did about findings, its own and those of before. */
  steps: { findingId: string; step: string; words: string; at: string; by: string }[];
  nextDue: string | null;
  chain: ChainLink[];
}

/** All washes, readings and products of a system as one dated document, with the chain of the entries it was drawn from. */
export interface SystemRecordFile {
  format: typeof RECORD_FORMAT;
  version: number;
  /** UTC, ISO 8601. */
  madeAt: string;
  shop: { name: string; address: string };
  customerName: string;
  place: { name: string; address: string };
  system: { id: string; name: string; model: string; refrigerant: string; madeYear: number | null };
  coils: { id: string; name: string; role: CoilRole; construction: Construction }[];
  /** Oldest first. */
  visits: RecordedVisit[];
  /** Fingerprint of all of the above. */
  seal: string;
}

/** A visit to tell of: nothing of it but its entries counts, so that a name put right on the shelf later changes no record. */
export interface VisitToRecord {
  visitId: string;
  day: string;
  /** In the order the shop received them; without the time of receipt for a record of version 1. */
  events: readonly (VisitEvent | ReceivedEvent)[];
  configuration: Configuration;
  /** In its order. */
  coilIds: readonly string[];
}

/**
 * What a record tells of one visit.
 * @param visit with its entries
 * @returns its washes, readings and findings, with the chain of its entries
 * @example recordedVisit.length // 1
 */
export function recordedVisit({ visitId, day, events, configuration, coilIds }: VisitToRecord): RecordedVisit {
  const state = foldVisit(visitId, configuration, events);
  const runs = sectionRuns(events);
  return {
    visitId,
    day,
    standing: standingOf(state),
    closings: state.closings.map(({ at, by, reopened }) => ({
      at,
      by,
      reopened: reopened ? { at: reopened.at, by: reopened.by, why: reopened.value } : null,
    })),
    washes: coilIds.map((coilId): RecordedWash => {
      const batches = (state.mixes[coilId] ?? []).map((row) => row.value);
      const cleanerId = batches.at(-1)?.cleanerId;
      const light = state.light[coilId]?.value;
      const past = state.past?.value.coils.find((row) => row.coilId === coilId);
      return {
        coilId,
        gradeBefore: past?.before ?? worstOf(foundGrades(state, coilId)),
        gradeAfter: past?.after ?? worstOf(state.checks[coilId]?.value.gradesAfter ?? {}),
        openBeforePct: light?.before?.openPct ?? null,
        openAfterPct: light?.after?.openPct ?? null,
        washedWith: past
          ? `${past.cleanerName || 'not said'}, ${OLDER_RECORDS}`
          : state.skipped[coilId]
            ? `left out: ${state.skipped[coilId]?.value ?? ''}`
            : (washedWith(state, coilId, nameIn(state)) ?? ''),
        waterParts: cleanerId === undefined ? null : pouredWaterParts(batches, cleanerId),
        soakedS: runs.flatMap((run) => (run.coilId === coilId && run.soakedS !== null ? [run.soakedS] : [])),
        note: state.checks[coilId]?.value.note ?? (past ? state.past?.value.note : '') ?? '',
      };
    }),
    readings: (['before', 'after'] as const).flatMap((when) => readingsOf(state, when)),
    findings: state.findings.map(({ value, eventId, at, by }) => ({
      findingId: eventId,
      name: wholeFinding(value).name,
      note: value.note,
      at,
      by,
    })),
    steps: state.findingSteps.map(({ value, at, by }) => ({ findingId: value.findingId, step: value.step, words: value.words, at, by })),
    nextDue: state.closed?.value.nextDue ?? null,
    chain: chainOf(events),
  };
}

/** Names of cleaners as the entries have them. */
const nameIn =
  (state: VisitState) =>
  (cleanerId: string): string => {
    const foamed = Object.values(state.foamed).flat();
    const plans = Object.values(state.plans);
    return (
      foamed.find((row) => row.value.cleanerId === cleanerId)?.value.cleanerName ??
      plans.find((row) => row.value.cleanerId === cleanerId)?.value.cleanerName ??
      cleanerId
    );
  };

function readingsOf(state: VisitState, when: ReadingWhen): RecordedReading[] {
  const set = readingSet(state, when);
  return QUANTITY_IDS.flatMap((quantity) => {
    const taken = set[quantity];
    if (!taken) return [];
    const { value, u, how, steady, at, by } = taken;
    return [{ when, quantity, name: QUANTITIES[quantity].name, value, u, how, steady, at, by }];
  });
}

/**
 * A record with its seal: the fingerprint of all that it tells.
 * @param told everything but the seal
 * @returns the file, as it is handed over
 * @example sealedRecord.length // 1
 */
export function sealedRecord(told: Omit<SystemRecordFile, 'format' | 'version' | 'seal'>): SystemRecordFile {
  const whole = { format: RECORD_FORMAT, version: RECORD_VERSION, ...told } as const;
  return { ...whole, seal: sealOf(whole) };
}
