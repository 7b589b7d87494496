import { pouredWaterParts } from '../mix';
import { coilRunOf, foamedSections, type VisitState } from '../run';
import { formatRatio } from '../units';

/** Strength of a cleaner as it was poured, for a reader. */
const strengthWords = (waterParts: number | null): string =>
  waterParts === null ? '' : waterParts === 0 ? ', as it comes' : `, ${formatRatio(waterParts)}`;

/**
 * With what a coil was washed, by what was poured and what was put on it, whatever the plan says now.
 * @param state of the visit
 * @param coilId which coil
 * @param nameOf name of a cleaner by its id
 * @returns words for the record, null where there is no plan
 * @example washedWith(foldVisit('v', 'split-cool', []), 'out', () => '') // null
 */
export function washedWith(state: VisitState, coilId: string, nameOf: (cleanerId: string) => string): string | null {
  const run = coilRunOf(state, coilId);
  if (!run) return null;
  const batches = (state.mixes[coilId] ?? []).map((row) => row.value);
  const foamed = state.foamed[coilId] ?? [];
  const used = [...new Set(foamed.flatMap((row) => row.value.cleanerId ?? []))];
  const words = used.map(
    (id) =>
      `${nameOf(id) || (foamed.find((row) => row.value.cleanerId === id)?.value.cleanerName ?? id)}${strengthWords(pouredWaterParts(batches, id))}`,
  );
  const spare = [...new Set(batches.map((batch) => batch.cleanerId))].filter((id) => !used.includes(id));
  const rinsed = run.sections.some((section) => run.progress[section.id]?.rinsedAtMs);
  const { verdict, stop } = run.plan;
  const main =
    words.length > 0
      ? words.join('; ')
      : rinsed
        ? run.plan.rinse.nozzle === 'blower'
          ? 'air'
          : 'water'
        : verdict === 'wash'
          ? 'not washed'
          : (stop?.title ?? 'looked over');
  return [main, ...spare.map((id) => `mixed and not used: ${nameOf(id)}${strengthWords(pouredWaterParts(batches, id))}`)].join('; ');
}

/**
 * What a report has to say of foam that is still on: condensate goes on rinsing it, and nobody has looked yet.
 * @param state of the visit
 * @param coilId which coil
 * @returns a sentence, empty where nothing is on
 * @example stillOn(foldVisit('v', 'split-cool', []), 'out') // ""
 */
export function stillOn(state: VisitState, coilId: string): string {
  const run = coilRunOf(state, coilId);
  const foamed = run ? foamedSections(run) : [];
  if (foamed.length === 0) return '';
  return `Foam is on ${foamed.map((section) => `section ${section.number}`).join(', ')}${run?.plan.ending === 'condensate' ? ': condensate rinses it, pan and drain not looked at yet' : ''}.`;
}
