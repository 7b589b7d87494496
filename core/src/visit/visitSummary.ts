import { faceAreaOf } from '../equipment';
import { OPENING_TABLE, type CoilBuild, type CoilPlan } from '../method';
import { rowShare, type Chemistry } from '../mix';
import type { ReadingWhen } from '../readings';
import {
  pauseOf,
  usedFromShelf,
  type Finding,
  type FindingStepMade,
  type Identity,
  type Pause,
  type Quote,
  type Stamped,
  type VisitEvent,
  type VisitState,
  foundGrades,
} from '../run';
import { measuredDurations, type Taken } from '../runsheet';
import { worstOf, type CoilSurvey, type FaceGrades, type SiteConditions, type Soil, type VisitStory } from '../survey';
import { closingClocks, type DueClock } from '../closing/dueClocks';
import { savedWatts } from '../judgment/savedWatts';
import { settingOf, type JudgedSystem } from '../judgment/judgment';
import { trendFigures, type TrendFigures } from '../judgment/trends';
import { costFacts, type CostFacts } from './visitCost';

/** What a visit left on one coil. */
export interface PastCoil {
  coilId: string;
  before: FaceGrades;
  after: FaceGrades;
  worstBefore: number | null;
  worstAfter: number | null;
  chemistry: Chemistry;
  cleanerName: string;
  soils: Soil[];
  /** Share that lets light through, %, where it was measured and could be told. */
  light: Record<ReadingWhen, number | null>;
  /** When it is due again, where the closing told it apart. */
  nextDue: string | null;
}

/** What others want to know of a visit, drawn once from its entries and kept beside them: lists and later visits read this and fold nothing. */
export interface VisitSummary {
  /** Who closed it, or was at it last. */
  by: string;
  coils: PastCoil[];
  /** What the readings of both sides came to. */
  figures: Record<ReadingWhen, TrendFigures>;
  nextDue: string | null;
  /** What its closing told of every clock of the system; none while it is not closed. */
  clocks: DueClock[];
  note: string;
  /** Findings noted, and what became of them and of those of other visits. */
  findings: (Finding & { findingId: string; at: string; by: string })[];
  findingSteps: Stamped<FindingStepMade>[];
  findingsClosed: string[];
  /** What was offered, with what was said to it. */
  quotes: Quote[];
  /** What it waits for; null while work goes on, and once it is closed. */
  pause: Pause | null;
  /** The last survey of each coil, and the story. */
  surveys: Record<string, CoilSurvey>;
  story: VisitStory | null;
  /** What the plate said; null where nobody noted it. */
  identity: Identity | null;
  /** Classes of cleaner that were planned. */
  chemistries: Chemistry[];
  /** Coils planned to be washed, and whether they were to be opened from inside. */
  washes: { coilId: string; inside: boolean }[];
  /** How long things took; empty until it is closed, as is what it covered and cost. */
  taken: Taken[];
  /** By cleaner: what was taken of it, L, and the face and row that it covered, m². */
  covered: Record<string, { litres: number; m2: number }>;
  /** The air noted last, and when. */
  site: { value: SiteConditions; at: string } | null;
  cost: CostFacts;
}

const NOTHING_YET: CostFacts = { used: {}, waterL: 0, minutes: 0, batches: [] };

/** Face and row that a cleaner covered, m². */
const coveredM2 = (state: VisitState, coils: readonly Pick<CoilBuild, 'id' | 'geometry'>[], cleanerId: string): number =>
  coils.reduce((sum, coil) => {
    const faces = new Set(
      (state.foamed[coil.id] ?? []).flatMap((row) => (row.value.cleanerId === cleanerId ? [row.value.sectionId.split('.')[0] ?? ''] : [])),
    );
    const areaM2 = coil.geometry.faces
      .filter((face) => faces.has(face.id))
      .reduce((area, face) => area + faceAreaOf(coil.geometry, face), 0);
    return sum + areaM2 * rowShare(coil.geometry.rows);
  }, 0);

/**
 * What others want to know of a visit.
 * @param state the visit as its entries leave it
 * @param events those entries
 * @param coils of the visit, in its order
 * @param system as its record has it
 * @returns one row, that can be stored as JSON
 * @example visitSummary(foldVisit('v', 'split-cool', []), [], [], { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }).nextDue // null
 */
export function visitSummary(
  state: VisitState,
  events: readonly VisitEvent[],
  coils: readonly CoilBuild[],
  system: JudgedSystem,
): VisitSummary {
  const setting = settingOf(state, system);
  const plans = Object.values(state.plans).map((row) => row.value);
  const past = state.past?.value.coils ?? [];
  const pastOf = (coilId: string) => past.find((row) => row.coilId === coilId);
  return {
    by: state.closed?.by ?? events.at(-1)?.by ?? '',
    coils: coils.map(({ id }) => ({
      coilId: id,
      before: foundGrades(state, id),
      after: state.checks[id]?.value.gradesAfter ?? {},
      worstBefore: pastOf(id)?.before ?? worstOf(foundGrades(state, id)),
      worstAfter: pastOf(id)?.after ?? worstOf(state.checks[id]?.value.gradesAfter ?? {}),
      chemistry: state.plans[id]?.value.chemistry ?? 'water',
      cleanerName: pastOf(id)?.cleanerName ?? state.plans[id]?.value.cleanerName ?? '',
      soils: state.surveys[id]?.value.soils ?? [],
      light: { before: state.light[id]?.value.before?.openPct ?? null, after: state.light[id]?.value.after?.openPct ?? null },
      nextDue: state.closed?.value.coils?.find((row) => row.coilId === id)?.nextDue ?? null,
    })),
    figures: { before: trendFigures(state, 'before', setting), after: trendFigures(state, 'after', setting) },
    nextDue: state.closed?.value.nextDue ?? null,
    clocks: closingClocks(
      state,
      coils.map((coil) => coil.id),
    ),
    note: state.past?.value.note ?? state.closed?.value.note ?? '',
    findings: state.findings.map((finding) => ({ ...finding.value, findingId: finding.eventId, at: finding.at, by: finding.by })),
    findingSteps: [...state.findingSteps],
    findingsClosed: [...state.findingsClosed],
    // A signature stays with its entry: lists need to know that there is one, no more.
    quotes: state.quotes.map((quote) => ({
      ...quote,
      answer: quote.answer && { ...quote.answer, value: { ...quote.answer.value, strokes: [] } },
    })),
    pause: pauseOf(state),
    surveys: Object.fromEntries(Object.entries(state.surveys).map(([coilId, survey]) => [coilId, survey.value])),
    story: state.story?.value ?? null,
    identity: state.identity?.value ?? null,
    chemistries: [...new Set(plans.map((plan) => plan.chemistry))],
    // Plans from before openings were planned do not say; they are left out.
    washes: [
      ...past.map(({ coilId, inside }) => ({ coilId, inside })),
      ...plans.flatMap((plan) => {
        const { opening } = plan as Partial<CoilPlan>;
        return plan.verdict === 'wash' && opening !== undefined ? [{ coilId: plan.coilId, inside: OPENING_TABLE[opening].inside }] : [];
      }),
    ],
    // Only a visit that is done teaches and costs: until then this changes with every entry and is asked for by nobody.
    taken: state.closed ? measuredDurations(events) : [],
    covered: state.closed
      ? Object.fromEntries(Object.entries(usedFromShelf(state)).map(([id, litres]) => [id, { litres, m2: coveredM2(state, coils, id) }]))
      : {},
    site: state.site ? { value: state.site.value, at: state.site.at } : null,
    cost: state.closed ? { ...costFacts(state, coils), saved: savedWatts(state, coils, system) } : NOTHING_YET,
  };
}
