import type { CoilPlan, Section } from '../method';

/** What has become of a section, as far as cutting matters. */
interface Begun {
  phase: string;
}

/** Nothing but water has touched these: a new plan may cut them again. */
const UNTOUCHED: readonly string[] = ['waits', 'wet'];

/**
 * The sections to work on once a new plan is followed. What has been begun stays as it was cut and keeps its number, whatever the new plan says; the
 * rest of its face, and every other face, is cut as the new plan has it.
 * @param before sections in hand until now
 * @param progress of each, by id
 * @param plan the new one
 * @returns sections in the order of work, numbers and ids each once
 * @example sectionsInHand([], {}, planCoil(coil(), graded(3), mildDay, shelf, house())).length // 2
 */
export function sectionsInHand(before: readonly Section[], progress: Readonly<Record<string, Begun>>, plan: CoilPlan): Section[] {
  const begun = before.filter((section) => !UNTOUCHED.includes(progress[section.id]?.phase ?? 'waits'));
  const ids = new Set(begun.map((section) => section.id));
  const numbers = new Set(begun.map((section) => section.number));
  let number = 0;
  const nextNumber = (): number => {
    do number += 1;
    while (numbers.has(number));
    return number;
  };
  const freshId = (wanted: string, faceId: string): string => {
    let id = wanted;
    for (let n = 1; ids.has(id); n += 1) id = `${faceId}.${n}`;
    ids.add(id);
    return id;
  };
  const faces = [...new Set([...plan.sections.map((section) => section.faceId), ...begun.map((section) => section.faceId)])];
  return faces.flatMap((faceId): Section[] => {
    const kept = begun.filter((section) => section.faceId === faceId);
    const pieces = plan.sections.filter((section) => section.faceId === faceId);
    const first = pieces[0];
    if (!first) return kept;
    if (kept.length === 0) return pieces.map((piece) => ({ ...piece, id: freshId(piece.id, faceId), number: nextNumber() }));
    const areaOf = (some: readonly Section[]) => some.reduce((sum, section) => sum + section.areaM2, 0);
    const restM2 = areaOf(pieces) - areaOf(kept);
    if (restM2 < 1e-6) return kept;
    const count = Math.max(1, Math.ceil(restM2 / first.areaM2 - 1e-9));
    const rest = Array.from({ length: count }, () => ({
      ...first,
      id: freshId(`${faceId}.1`, faceId),
      number: nextNumber(),
      areaM2: restM2 / count,
    }));
    return [...kept, ...rest];
  });
}
