import type { CoilBuild } from '@elm-mist/core/method';
import { FINDING_STANDING_NAMES, findingPlace, wholeFinding, type FindingLife } from '@elm-mist/core/run';
import { URGENCY_NAMES, type FindingPart } from '@elm-mist/core/survey';

/** One line of a list of findings: what, how urgent, how far. */
export function findingLine(life: FindingLife, coils: readonly CoilBuild[], since: string): string {
  const whole = wholeFinding(life);
  return [URGENCY_NAMES[whole.urgency], FINDING_STANDING_NAMES[life.standing].toLowerCase(), findingPlace(life, coils), since]
    .filter(Boolean)
    .join(' · ');
}

/** Parts in one line: "2 × locking port cap". */
export const partsLine = (parts: readonly FindingPart[]): string =>
  parts.map((part) => (part.quantity > 1 ? `${part.quantity} × ${part.name.toLowerCase()}` : part.name.toLowerCase())).join(', ');

/** Parts as typed, one a line with how many first where there are more: "2 locking port cap". */
export const partsText = (parts: readonly FindingPart[]): string =>
  parts.map((part) => (part.quantity > 1 ? `${part.quantity} ${part.name}` : part.name)).join('\n');

const MOST_OF_ONE = 99;
const MOST_PARTS = 12;
const LONGEST_NAME = 80;

/** Reads what was typed; words say what is wrong with it. */
export function readParts(text: string): { parts: FindingPart[] } | { trouble: string } {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  if (lines.length > MOST_PARTS) return { trouble: `${MOST_PARTS} parts at most.` };
  const parts = lines.map((line): FindingPart => {
    const counted = /^(\d+)\s*[×x]?\s+(.+)$/.exec(line);
    return counted ? { name: counted[2] ?? '', quantity: Number(counted[1]) } : { name: line, quantity: 1 };
  });
  const bad = parts.find((part) => part.quantity < 1 || part.quantity > MOST_OF_ONE || part.name.length > LONGEST_NAME);
  return bad ? { trouble: `“${bad.name.slice(0, 24)}”: from 1 to ${MOST_OF_ONE}, and ${LONGEST_NAME} characters at most.` } : { parts };
}
