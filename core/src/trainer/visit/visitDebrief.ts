import { coilName, POWER_SOURCE_NAMES, type Configuration } from '../../equipment';
import { FAULTS, type FaultId } from '../../diagnosis';
import type { CoilBuild } from '../../method';
import type { PowerSource } from '../../equipment';
import { foldVisit, LOCKOUT_TABLE, provenDead, readingPasses, type VisitEvent, type VisitState } from '../../run';
import { gradeFacts, SOIL_TABLE, STORY_NAMES, SYMPTOM_NAMES, worstOf, type Grade } from '../../survey';
import { lightPct } from '../sight';
import type { FinPack } from '../finPack';
import { SURPRISE_TABLE, type HiddenVisit } from './hiddenVisit';
import { meterShows } from './meterShows';
import { ownerChooses } from './ownerSays';
import type { WashedCoil } from './washedCoil';

/** What a practised visit is judged by. */
export const DEBRIEF_AREAS = ['safety', 'coil', 'time', 'water', 'judgement'] as const;
/** One of `DEBRIEF_AREAS`. */
export type DebriefArea = (typeof DEBRIEF_AREAS)[number];
/** The same in words. */
export const DEBRIEF_AREA_NAMES: Record<DebriefArea, string> = {
  safety: 'Safety',
  coil: 'The coil',
  time: 'Time',
  water: 'Water',
  judgement: 'Judgement',
};

/** One thing that went well, or did not. */
export interface DebriefLine {
  ok: boolean;
  words: string;
}
/** Each area with its lines. */
export type VisitDebrief = Record<DebriefArea, DebriefLine[]>;

/** What the debrief rests on. */
export interface DebriefInput {
  hidden: HiddenVisit;
  state: VisitState;
  /** In order, with none that was taken back. */
  events: readonly VisitEvent[];
  configuration: Configuration;
  coils: readonly (CoilBuild & { name: string })[];
  /** As the learner left each, and as the engine's own way leaves it. */
  left: Record<string, WashedCoil>;
  best: Record<string, WashedCoil>;
}

/** Judgment: what is near enough to the engine's own way. */
const NEAR = { lightPct: 8, waterShare: 1.5, waterL: 5, timeShare: 1.5, timeMin: 10, bakedPct: 2, bentPct: 1 };

const line = (ok: boolean, good: string, bad: string): DebriefLine => ({ ok, words: ok ? good : bad });
const facesOf = (washed: WashedCoil | undefined): FinPack[] => Object.values(washed?.packs ?? {});
const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
const sumOf = (washed: Record<string, WashedCoil>, of: (pack: FinPack) => number): number =>
  Object.values(washed)
    .flatMap(facesOf)
    .reduce((sum, pack) => sum + of(pack), 0);
const sharePct = (cells: ArrayLike<number>): number => (100 * Array.from(cells).reduce((sum, cell) => sum + cell, 0)) / (cells.length || 1);
const litres = (value: number): string => `${value.toFixed(value < 10 ? 1 : 0)} L`;
const listed = (words: readonly string[]): string => words.join(', ');

/** Entries after which something is wet. */
const WETS: readonly VisitEvent['kind'][] = ['coil.wetted', 'section.applied', 'section.misted', 'section.rinsed', 'pan.poured'];

function safety({ hidden, state, events, configuration }: DebriefInput): DebriefLine[] {
  const lines: DebriefLine[] = [];
  const sources = Object.keys(state.lockouts) as (keyof typeof state.lockouts)[];
  const wet = events.findIndex(({ kind }) => WETS.includes(kind));
  if (wet >= 0) {
    const before = foldVisit(state.visitId, configuration, events.slice(0, wet));
    const lockouts = Object.keys(before.lockouts) as PowerSource[];
    const skips = before.lockoutSkips.map(({ value: { step } }) => LOCKOUT_TABLE[step].name);
    lines.push(
      line(
        skips.length === 0 && lockouts.length > 0 && lockouts.every((source) => provenDead(before, configuration, source)),
        `Proved dead before anything got wet: ${listed(sources.map((source) => POWER_SOURCE_NAMES[source]))}.`,
        skips.length > 0 ? `Wetted with steps of the gate left out: ${listed(skips)}.` : 'Wetted before it was proved dead.',
      ),
    );
  }
  const typed = events.flatMap((event, i) => {
    if (event.kind !== 'gate.step' || event.data.shut || event.data.volts === null) return [];
    const { source, step, volts } = event.data;
    const shown = meterShows(hidden, source, step, events.slice(0, i));
    return shown && readingPasses(step, shown.volts) !== readingPasses(step, volts)
      ? [`${LOCKOUT_TABLE[step].name}: the meter showed ${shown.volts} V, ${volts} V was entered.`]
      : [];
  });
  if (sources.length > 0) lines.push(line(typed.length === 0, 'Every reading was entered as the meter showed it.', typed.join(' ')));
  if (hidden.surprise !== 'none' && sources.length > 0) {
    const { step, was } = SURPRISE_TABLE[hidden.surprise];
    const met = events.some((event) => event.kind === 'gate.step' && event.data.step === step && !readingPasses(step, event.data.volts));
    const shut = events.some((event) => event.kind === 'gate.step' && event.data.step === step && event.data.shut === true);
    lines.push(line(met || shut, shut ? 'The compartment of the capacitor stayed shut.' : `Found out: ${was}`, `Missed: ${was}`));
  }
  const { owner } = hidden;
  if (owner.sensitive)
    lines.push(
      line(
        state.identity?.value.sensitiveOccupants === true,
        'Somebody here takes badly to smells, and the plan knew it.',
        'Somebody here takes badly to smells: it was not asked or not noted, and the plan did not know.',
      ),
    );
  return lines;
}

function coilLines({ coils, left, best, state }: DebriefInput): DebriefLine[] {
  const lines: DebriefLine[] = [];
  for (const coil of coils) {
    const [mine, theirs] = [facesOf(left[coil.id]), facesOf(best[coil.id])];
    if (mine.length === 0) continue;
    const name = coilName(coil);
    const [light, couldBe] = [mean(mine.map(lightPct)), mean(theirs.map(lightPct))];
    const skipped = state.skipped[coil.id];
    lines.push(
      line(
        light >= couldBe - NEAR.lightPct,
        `${name}: ${Math.round(light)} % of the light comes through; the engine’s way ends at ${Math.round(couldBe)} %.`,
        skipped
          ? `${name}: left as it was, with ${Math.round(light)} % of the light; washed it would be ${Math.round(couldBe)} %.`
          : `${name}: ${Math.round(light)} % of the light comes through where ${Math.round(couldBe)} % could: soil stayed.`,
      ),
    );
    for (const wrong of left[coil.id]?.wrongs ?? []) lines.push({ ok: false, words: `${name}: ${wrong}` });
    const baked = mean(mine.map((pack) => sharePct(pack.baked)));
    const foamed = mine.some((pack) => pack.solutionL > 0);
    if (foamed)
      lines.push(
        line(
          baked <= NEAR.bakedPct,
          `${name}: no foam dried on.`,
          `${name}: foam dried on ${Math.round(baked)} % of it, and has to be loosened again.`,
        ),
      );
    const [bent, atBest] = [mean(mine.map((pack) => sharePct(pack.bent))), mean(theirs.map((pack) => sharePct(pack.bent)))];
    if (mine.some((pack) => pack.waterL > 0))
      lines.push(line(bent <= atBest + NEAR.bentPct, `${name}: the fins stand.`, `${name}: ${Math.round(bent)} % of the fins are folded.`));
  }
  return lines;
}

function time({ events, coils, state, best }: DebriefInput): DebriefLine[] {
  const at = (kinds: readonly VisitEvent['kind'][]) =>
    events.filter(({ kind }) => kinds.includes(kind)).map((event) => Date.parse(event.at));
  const work = at(['section.applied', 'section.misted', 'section.rinsed', 'section.checked']);
  if (work.length === 0) return [];
  const took = (Math.max(...work) - Math.min(...work)) / 60_000;
  const washed = coils.filter((coil) => coil.geometry.faces.length > 0 && !state.skipped[coil.id]);
  const needs = washed.reduce((sum, coil) => sum + facesOf(best[coil.id]).reduce((seconds, pack) => seconds + pack.seconds, 0), 0) / 60;
  return [
    line(
      took <= needs * NEAR.timeShare + NEAR.timeMin,
      `From the first foam to the last look ${Math.round(took)} min; the engine’s own way, face after face, takes ${Math.round(needs)}.`,
      `From the first foam to the last look ${Math.round(took)} min where ${Math.round(needs)} do, face after face: time stood still somewhere.`,
    ),
  ];
}

function water({ left, best }: DebriefInput): DebriefLine[] {
  const [mine, theirs] = [sumOf(left, ({ waterL }) => waterL), sumOf(best, ({ waterL }) => waterL)];
  if (mine === 0) return [];
  const spilled = sumOf(left, ({ spilledL }) => spilledL);
  return [
    line(
      mine <= theirs * NEAR.waterShare + NEAR.waterL,
      `${litres(mine)} of water; the engine’s way takes ${litres(theirs)}.`,
      `${litres(mine)} of water where ${litres(theirs)} do.`,
    ),
    ...(spilled > 0.1 ? [{ ok: false, words: `${litres(spilled)} ran over the pan.` }] : []),
  ];
}

/** Findings that name what is wrong with the machine, and not with its surface. */
const MACHINE_FINDINGS = new Set(Object.values(FAULTS).flatMap(({ finding, sizes }) => (sizes ? [finding] : [])));

function faultLine(fault: FaultId | null, state: VisitState): DebriefLine {
  const noted = state.findings.filter(({ closedAt }) => closedAt === null).map(({ value }) => value.what);
  if (fault) {
    const { name, words, finding } = FAULTS[fault];
    return line(noted.includes(finding), `${name} was found and noted. ${words}`, `${name} was left in it, and nothing says so. ${words}`);
  }
  const blamed = noted.filter((what) => MACHINE_FINDINGS.has(what));
  return line(
    blamed.length === 0,
    'Nothing was wrong with the machine but dirt, and nothing was blamed.',
    'A fault of the machine was noted where dirt was all: the readings after the wash would have said so.',
  );
}

function judgment({ hidden, state, coils }: DebriefInput): DebriefLine[] {
  const lines: DebriefLine[] = [];
  for (const coil of coils) {
    const truth = hidden.coils[coil.id];
    const survey = state.surveys[coil.id]?.value;
    if (!truth) continue;
    const name = coilName(coil);
    const worst = Math.max(0, ...Object.values(truth.grades)) as Grade;
    const seen = survey ? worstOf(survey.grades) : null;
    if (seen === null || seen === undefined) {
      lines.push({ ok: false, words: `${name}: nobody looked. It was grade ${worst}, ${gradeFacts(worst).name}.` });
      continue;
    }
    lines.push(
      line(
        seen === worst,
        `${name}: grade ${worst}, ${gradeFacts(worst).name}, seen as it was.`,
        `${name}: graded ${seen}, was ${worst}, ${gradeFacts(worst).name}.`,
      ),
    );
    const missed = truth.soils.filter((soil) => !survey?.soils.includes(soil));
    lines.push(
      line(
        missed.length === 0,
        `${name}: its soil was named, ${listed(truth.soils.map((soil) => SOIL_TABLE[soil].name.toLowerCase()))}.`,
        `${name}: not named, ${listed(missed.map((soil) => SOIL_TABLE[soil].name.toLowerCase()))}.`,
      ),
    );
  }
  const { owner } = hidden;
  const story = state.story?.value;
  const untold = [
    ...owner.symptoms.filter((symptom) => !story?.symptoms.includes(symptom)).map((symptom) => SYMPTOM_NAMES[symptom]),
    ...owner.facts.filter((fact) => !story?.facts.includes(fact)).map((fact) => STORY_NAMES[fact]),
  ];
  lines.push(
    line(untold.length === 0, 'What the owner had to tell is all noted.', `The owner would have told: ${listed(untold).toLowerCase()}.`),
  );
  const answered = state.quotes.filter(({ answer }) => answer !== null);
  for (const quote of answered) {
    const { optionId } = ownerChooses(owner, quote);
    lines.push(
      line(
        quote.answer?.value.optionId === optionId,
        `Quote ${quote.number}: answered as the owner said.`,
        `Quote ${quote.number}: the owner said something else. The limit was ${owner.limit}.`,
      ),
    );
  }
  const sets = (when: 'before' | 'after') =>
    state.held.some(({ value }) => value.when === when) || state.readings.some(({ value }) => value.when === when);
  lines.push(
    line(
      sets('before') && sets('after'),
      'Readings before and after: what the wash did can be told.',
      `Without readings ${sets('before') ? 'after' : sets('after') ? 'before' : 'before and after'} nobody can tell what the wash did.`,
    ),
  );
  lines.push(faultLine(hidden.fault, state));
  return lines;
}

/**
 * How a practised visit went, against what was really there and against the engine's own way.
 * @param input the visit, and both ways' coils
 * @returns lines by area; an area that was never come to has none
 * @example visitDebrief({ hidden: hiddenVisit(1, []), state: foldVisit('v', 'split-cool', []), events: [], configuration: 'split-cool', coils: [], left: {}, best: {} }).water // []
 */
export const visitDebrief = (input: DebriefInput): VisitDebrief => ({
  safety: safety(input),
  coil: coilLines(input),
  time: time(input),
  water: water(input),
  judgement: judgment(input),
});

/**
 * An area in one figure.
 * @param lines of it
 * @returns how many of them went well, and of how many
 * @example areaScore([{ ok: true, words: 'The fins stand.' }]) // { right: 1, of: 1 }
 */
export const areaScore = (lines: readonly DebriefLine[]): { right: number; of: number } => ({
  right: lines.filter(({ ok }) => ok).length,
  of: lines.length,
});
