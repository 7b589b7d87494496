import type { Source } from '../because';
import type { CoilRole } from '../equipment';
import { tableOf } from '../errors';

/**
 * Share more energy for the same cooling, by a grade. Efficiency fell by 18 % with 56 % of a condenser blocked, which lets through what lies at
 * grade 2 on the scale of the light test, and by 17 % with 36 % less air over an evaporator, which is put at grade 3: common practice, no source.
 */
export const DIRT_SHARE: Record<CoilRole, { aGrade: number; source: Source }> = tableOf('role', {
  condenser: { aGrade: (1 / (1 - 0.18) - 1) / 2, source: { kind: 'published', name: 'Breuker and Braun (1998), from memory' } },
  evaporator: { aGrade: (1 / (1 - 0.17) - 1) / 3, source: { kind: 'published', name: 'Breuker and Braun (1998), from memory' } },
});

/** A coil of a wash, with the worst grade it was found at and left at; null where nobody graded it. */
export interface CoilBothWays {
  role: CoilRole;
  found: number | null;
  left: number | null;
}

/**
 * The dirt that came off in a wash, by what it costs.
 * @param coils that were washed
 * @returns the share of its energy that it would save by published sizes, and the worst grade that was found of what became cleaner; null where nothing did
 * @example clearedDirt([{ role: 'evaporator', found: 3, left: 0 }])?.grade // 3
 */
export function clearedDirt(coils: readonly CoilBothWays[]): { share: number; grade: number } | null {
  let [share, grade] = [0, 0];
  for (const { role, found, left } of coils) {
    if (found === null || left === null || left >= found) continue;
    share += DIRT_SHARE[role].aGrade * (found - left);
    grade = Math.max(grade, found);
  }
  return share > 0 ? { share, grade } : null;
}
