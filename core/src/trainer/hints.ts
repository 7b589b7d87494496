import { trustedWetS, type FinPack } from './finPack';
import type { PlanWay } from './planWay';
import { SOIL_G_PER_DEPTH } from './soilTraits';
import { NOZZLES, type Touch } from './tools';

/** What a hint goes by: the place under the hand, and what the hand does. */
interface HintFacts {
  tool: Touch['tool'];
  outside: boolean;
  /** Depth of felt there, and how wet it is. */
  felt: number;
  feltWet: number;
  level: boolean;
  rows: number;
  /** Pressure there over what folds a fin, straight on and across. */
  folds: boolean;
  across: boolean;
  foam: number;
  foamAgeS: number;
  leastS: number | null;
  /** Inside the case can be reached. */
  topOpens: boolean;
  panFull: boolean;
}

const HINTS: readonly { when: (facts: HintFacts) => boolean; says: string }[] = [
  { when: ({ panFull }) => panFull, says: 'The pan is nearly full: stop until it has drained.' },
  { when: ({ folds, across }) => folds && across, says: 'Across the fins it folds them: turn it along the fins.' },
  { when: ({ folds }) => folds, says: 'Too hard this close: fins fold here. Step back, or take less.' },
  {
    when: ({ tool, feltWet, felt }) => (tool === 'vacuum' || tool === 'brush' || tool === 'blower') && felt > 0.1 && feltWet > 0.5,
    says: 'Wet felt clings: dry it would have come off whole.',
  },
  {
    when: ({ tool, outside }) => (tool === 'vacuum' || tool === 'brush') && !outside,
    says: 'The felt lies on the other side, where the air comes in.',
  },
  {
    when: ({ tool, outside }) => tool === 'blower' && outside,
    says: 'That blows it the way the air went, into the cabinet: blow from inside.',
  },
  { when: ({ tool, outside, felt }) => tool === 'foam' && outside && felt > 0.25, says: 'Foam stays on the felt: lift it dry first.' },
  {
    when: ({ tool, foam, foamAgeS, leastS }) => tool === 'rinse' && foam > 0.3 && leastS !== null && foamAgeS < leastS * 0.7,
    says: 'This foam has not stood long enough to loosen what is under it.',
  },
  {
    when: ({ tool, outside, felt, topOpens }) => tool === 'rinse' && outside && felt > 0.15 && topOpens,
    says: 'From the front water drives felt into the fins: lift it dry, or rinse from inside.',
  },
  {
    when: ({ tool, level, rows }) => tool === 'rinse' && level && rows > 1,
    says: 'A level jet packs the dirt between the rows: tilt it down.',
  },
];

/**
 * What a teacher beside the learner would say of this second; the most pressing first.
 * @param pack the coil as it is before it
 * @param touch what the hand does; null while it waits
 * @param way the plan for this coil
 * @returns a sentence, or null where there is nothing to say
 * @example hintFor(newPack(PRACTICE_CASES[3], 1), { tool: 'vacuum', side: 'inside', path: [0.1, 0.1, 0.2, 0.1] }, planWay(PRACTICE_CASES[3])) // 'The felt lies on the other side, where the air comes in.'
 */
export function hintFor(pack: FinPack, touch: Touch | null, way: PlanWay): string | null {
  if (!touch) return dryingHint(pack);
  const [x0, y0, x1, y1] = touch.path;
  const column = Math.min(pack.columns - 1, Math.max(0, Math.floor((x0 + x1) / 2 / pack.cellWidthM)));
  const row = Math.min(pack.lines - 1, Math.max(0, Math.floor((y0 + y1) / 2 / pack.cellHeightM)));
  const cell = row * pack.columns + column;
  const at = (touch.side === 'outside' ? 0 : pack.rows - 1) * pack.face + cell;
  let grams = 0;
  for (let k = 0; k < pack.traits.length; k += 1) grams += pack.mat[k * pack.face + cell] ?? 0;
  const jet = touch.tool === 'rinse' ? NOZZLES[touch.nozzle ?? 0] : undefined;
  const kPa = jet ? jet.forceKPa / (1 + (touch.distanceM ?? 0.1) / jet.halfM) ** 2 : 0;
  const bears = pack.bendsKPa[cell] ?? Infinity;
  const sine = Math.sin(((touch.acrossDeg ?? 0) * Math.PI) / 180);
  const across = sine > 0.3;
  const pan = pack.case.pan;
  const facts: HintFacts = {
    tool: touch.tool,
    outside: touch.side === 'outside',
    felt: grams / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM),
    feltWet: pack.matWet[cell] ?? 0,
    level: (touch.downDeg ?? 0) < 20,
    rows: pack.rows,
    folds: touch.tool === 'brush' ? across : kPa > bears || (across && kPa * sine > bears * 0.3),
    across,
    foam: pack.foam[at] ?? 0,
    foamAgeS: pack.foamAgeS[at] ?? 0,
    leastS: way.dwellS?.least ?? null,
    topOpens: pack.case.topOpens,
    panFull: pan !== null && jet !== undefined && pack.panL > pan.litres * 0.8,
  };
  return HINTS.find(({ when }) => when(facts))?.says ?? null;
}

/** Share of the trusted time after which somebody would say so. */
const SOON = 0.8;

function dryingHint(pack: FinPack): string | null {
  const trusted = trustedWetS(pack, 'outside') / pack.dryS.outside;
  for (let cell = 0; cell < pack.face; cell += 1)
    if ((pack.foam[cell] ?? 0) > 0.1 && (pack.dryness[cell] ?? 0) > trusted * SOON)
      return 'Foam is about to dry: mist it, or rinse it off.';
  return null;
}
