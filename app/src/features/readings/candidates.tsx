import type { Candidate } from '@elm-mist/core/diagnosis';
import { EDGES, formatQuantity, type UnitSystem } from '@elm-mist/core/units';
import { SIGNS } from '@elm-mist/core/verdict';
import { Small } from '@/ui';

/** The weightiest signs for and against, in words. */
export function EvidenceWords({ candidate, units }: { candidate: Candidate; units: UnitSystem }) {
  const said = candidate.evidence.filter((row) => Math.abs(row.weight) > 0.5).slice(0, 4);
  if (said.length === 0) return null;
  const words = (weightAbove: boolean) =>
    said
      .filter((row) => row.weight > 0 === weightAbove)
      .map((row) => {
        const edge = SIGNS[row.sign].edge === 'temperature' ? ('difference' as const) : SIGNS[row.sign].edge;
        const size = formatQuantity(
          { kind: 'edge', edge, value: Math.abs(row.residual), digits: edge === 'difference' ? 1 : EDGES[edge].digits[units] },
          units,
        );
        return `${SIGNS[row.sign].name.toLowerCase()} ${size} ${row.residual > 0 ? 'above' : 'below'} a sound unit’s`;
      })
      .join('; ');
  return (
    <Small ink="inkSoft">
      {[words(true) && `For it: ${words(true)}.`, words(false) && `Against it: ${words(false)}.`].filter(Boolean).join(' ')}
    </Small>
  );
}
