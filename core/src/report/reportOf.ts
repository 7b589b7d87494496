import { agreedBook, coveredBy, type Agreement } from '../agreement';
import { closingOf } from '../closing';
import type { Configuration, Refrigerant } from '../equipment';
import type { Climate, GrowthVisit, LongestWait, Pace, Upkeep } from '../interval';
import { judgmentOf } from '../judgment';
import type { CoilBuild } from '../method';
import { currencyDigits, visitPrice, type PriceBook } from '../price';
import { findingsHere, foldVisit, type FindingLife, type VisitEvent, type VisitState } from '../run';
import type { UnitSystem } from '../units';
import type { Report, ReportBlock } from './blocks';
import { correctionsBetween, reportLines } from './corrections';
import type { ReportInput } from './reportInput';
import { visitReport } from './visitReport';
import type { ReportWays } from './ways';

/** All that is known of a visit and its shop: a phone and the server have the same. */
export interface ReportSources {
  visitId: string;
  events: readonly VisitEvent[];
  coils: readonly (CoilBuild & { name?: string })[];
  place: { name: string; address: string; customerName: string; latitudeDeg: number; altitudeM: number };
  system: { name: string; model: string; configuration: Configuration; refrigerant: Refrigerant; btuh: number };
  /** Findings still open from before. */
  earlier: readonly FindingLife[];
  /** How closed visits of before found and left each coil, oldest first. */
  graded: readonly GrowthVisit[];
  shop: { name: string; address: string };
  /** The shop's clock, IANA. */
  zone: string;
  units: UnitSystem;
  currency: string;
  ways: ReportWays;
  /** Of the shop's country, by degree hours; left out where too little of a year's air is known. */
  climate?: Climate | null | undefined;
  longestWait?: LongestWait | undefined;
  /** How fast the shop's other coils grow dirty. */
  pace?: Pace | null | undefined;
  /** Null where it is not known yet. */
  book: PriceBook | null;
  /** What was agreed with the owner; null for nothing. */
  agreement: Agreement | null;
  /** ISO day of the visit. */
  day: string;
  nameOfCleaner: (cleanerId: string) => string;
  /** UTC ms: dues of a visit that is not closed count from today. */
  nowMs: number;
}

/** A report with the days that stand in it. */
export interface MadeReport {
  report: Report;
  dues: { coilId: string; date: string }[];
  nextDue: string;
  upkeep: Upkeep[];
}

function told(sources: ReportSources, state: VisitState, events: readonly VisitEvent[], corrections: ReportBlock[]): MadeReport {
  const { coils, place, system, shop, zone, units, currency, ways, book, nameOfCleaner, nowMs } = sources;
  const findings = findingsHere(sources.earlier, state);
  const unit = { refrigerant: system.refrigerant, btuh: system.btuh, altitudeM: place.altitudeM, configuration: system.configuration };
  const { dues: computed, upkeep } = closingOf(
    state,
    {
      coils,
      system,
      place,
      zone,
      known: { graded: sources.graded, climate: sources.climate, pace: sources.pace },
      longestWait: sources.longestWait,
    },
    nowMs,
  );
  const dues = state.closed?.value.coils
    ? state.closed.value.coils.map((row) => ({ coilId: row.coilId, date: row.nextDue }))
    : computed.coils.map(({ coilId, due }) => ({ coilId, date: due.date }));
  const nextDue = state.closed?.value.nextDue ?? computed.first.date;
  const jobs = coils.flatMap((coil) => {
    const plan = state.plans[coil.id]?.value;
    return plan ? [{ coil, plan }] : [];
  });
  const visited = sources.graded.map((visit) => visit.day);
  const covered = coveredBy(sources.agreement, visited, sources.day);
  const input: ReportInput = {
    state,
    events,
    coils,
    place,
    system,
    shop,
    zone,
    units,
    currency,
    ways,
    judgment: judgmentOf(state, coils, unit),
    findings,
    agreed: covered && { visit: covered.visit, of: covered.of },
    price: book ? visitPrice({ state, coils, jobs, findings }, agreedBook(book, covered?.includes ?? []), currencyDigits(currency)) : null,
    nameOfCleaner,
    dues,
    nextDue,
    upkeep,
    corrections,
  };
  return { report: visitReport(input), dues, nextDue, upkeep };
}

/** Headings that differ between versions by their nature: who closed it, and when. */
const OF_EVERY_VERSION = ['', 'Who did what, and signatures'];

/**
 * What each version of a visit tells otherwise than the one before it: a visit that was closed, opened again and closed once more has two.
 * @param sources of the report
 * @param state of the visit as it is
 * @returns a heading and a table for each later version that tells anything otherwise
 */
function versions(sources: ReportSources, state: VisitState): ReportBlock[] {
  if (state.closings.length < 2) return [];
  const events = [...sources.events].sort((a, b) => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1));
  const whole = { ...sources, ways: { ...sources.ways, without: [], guarantee: '' } };
  const linesOf = (own: readonly VisitEvent[]) =>
    reportLines(told(whole, foldVisit(sources.visitId, sources.system.configuration, own), own, []).report.blocks).filter(
      (line) => !OF_EVERY_VERSION.includes(line.heading),
    );
  const ends = state.closings.map((closing) => events.findIndex((event) => event.kind === 'visit.closed' && event.at === closing.at) + 1);
  const stands = ends.map((end) => linesOf(events.slice(0, end)));
  return stands.slice(1).flatMap((after, i): ReportBlock[] => {
    const changed = correctionsBetween(stands[i] ?? [], after);
    const later = `Version ${i + 2}`;
    return changed.length === 0
      ? []
      : [
          { is: 'text', text: `${later}, beside version ${i + 1}`, strong: true },
          {
            is: 'table',
            head: ['Where', `Version ${i + 1}`, later],
            rows: changed.map(({ heading, before, after: now }) => [heading, before || 'not there', now || 'not there']),
          },
        ];
  });
}

/**
 * The report of a visit from all that is known of it: the same on a phone and on the server, with what a correction changed beside what stood there
 * before.
 * @param sources of it
 * @returns the report, and the days that stand in it
 * @example reportOf.length // 1
 */
export function reportOf(sources: ReportSources): MadeReport {
  const state = foldVisit(sources.visitId, sources.system.configuration, sources.events);
  return told(sources, state, sources.events, versions(sources, state));
}
