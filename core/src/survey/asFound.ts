import { tableOf } from '../errors';
import type { FindingKind } from './findings';

/** How the system was found before anything was opened. */
export const RUN_STATES = ['unknown', 'runs', 'hums', 'trips', 'dead', 'code'] as const;
/** One of `RUN_STATES`. */
export type RunState = (typeof RUN_STATES)[number];

/** The same in words. */
export const RUN_STATE_NAMES: Record<RunState, string> = {
  unknown: 'Not tried',
  runs: 'Runs',
  hums: 'Hums, no start',
  trips: 'Trips',
  dead: 'Dead',
  code: 'Shows a code',
};

/** What the contactor’s face looks like. */
export const CONTACTOR_FACES = ['unseen', 'sound', 'pitted', 'burnt'] as const;
/** One of `CONTACTOR_FACES`. */
export type ContactorFace = (typeof CONTACTOR_FACES)[number];

/** The same in words. */
export const CONTACTOR_FACE_NAMES: Record<ContactorFace, string> = tableOf('contactor state', {
  unseen: 'Not seen',
  sound: 'Sound',
  pitted: 'Pitted',
  burnt: 'Burnt',
});

/** What the pan and the float of a dead system look like. */
export const FLOATS_FOUND = ['unknown', 'dry', 'full'] as const;
/** One of `FLOATS_FOUND`. */
export type FloatFound = (typeof FLOATS_FOUND)[number];
/** The same in words. */
export const FLOAT_FOUND_NAMES: Record<FloatFound, string> = {
  unknown: 'Not looked at',
  dry: 'Pan empty, float down',
  full: 'Pan full or float up',
};

/** When a system trips. */
export const TRIPS = ['unknown', 'at-once', 'hot'] as const;
/** One of `TRIPS`. */
export type Trips = (typeof TRIPS)[number];
/** The same in words. */
export const TRIP_NAMES: Record<Trips, string> = {
  unknown: 'Not said',
  'at-once': 'At once',
  hot: 'After running hot',
};

/** What became of the part at fault. */
export const PARTS_MENDED = ['no', 'replaced', 'ordered'] as const;
/** One of `PARTS_MENDED`. */
export type PartMended = (typeof PARTS_MENDED)[number];
/** The same in words. */
export const PART_MENDED_NAMES: Record<PartMended, string> = {
  no: 'Not fixed yet',
  replaced: 'Replaced, unit starts',
  ordered: 'On order',
};

/** What was found on trying it. Figures are null where nobody measured. */
export interface AsFound {
  state: RunState;
  /** The code that it shows. */
  code: string;
  lineV: number | null;
  plateV: number | null;
  /** Run capacitor, µF: printed, and measured. */
  ratedUf: number | null;
  measuredUf: number | null;
  contactor: ContactorFace;
  /** Windings measured by who is licensed: the compressor is seized or open. */
  seized: boolean;
  /** Of a dead system. */
  float: FloatFound;
  /** Of one that trips. */
  trips: Trips;
  mended: PartMended;
  /** What the customer chose to have done all the same; empty where nothing was. */
  reduced: string;
}

/**
 * Nothing tried.
 * @returns as found, all of it open
 * @example notTried().state // "unknown"
 */
export const notTried = (): AsFound => ({
  state: 'unknown',
  code: '',
  lineV: null,
  plateV: null,
  ratedUf: null,
  measuredUf: null,
  contactor: 'unseen',
  seized: false,
  float: 'unknown',
  trips: 'unknown',
  mended: 'no',
  reduced: '',
});

/** Run capacitors within this share of their rating, line volts within that of the plate. Common practice, no source. */
const CAPACITOR_SHARE = 0.06;
const VOLTS_SHARE = 0.1;
/** A choice of the customer is a sentence, not a letter. */
export const LEAST_CHOICE = 8;

/** What keeps a system from running, as far as was looked. */
export type NotRunning = 'compressor' | 'control' | 'supply' | 'part' | 'short' | 'drain' | 'overheats' | 'unclear';

/** What a wash waits for no longer: a blocked drain and a coil that overheats are work, not a stop. */
const WORK: readonly NotRunning[] = ['drain', 'overheats'];

/** What as-found figures say. */
export interface AsFoundJudgment {
  /** One for each thing that was measured or seen. */
  lines: { name: string; text: string; ok: boolean }[];
  /** Null where it runs, or was not tried. */
  why: NotRunning | null;
  /** The same, unless the customer chose a reduced job. */
  stops: NotRunning | null;
  /** What ought to be noted. */
  findings: FindingKind[];
}

const share = (measured: number, rated: number): number => (measured - rated) / rated;
const signed = (value: number, digits: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`;

/**
 * What was found before anything is opened, judged: volts against the plate, the run capacitor by difference and share, the contactor’s face, and what
 * keeps it from running.
 * @param found as noted
 * @returns lines, what stops the job, and findings
 * @example judgeAsFound({ ...notTried(), state: 'hums', ratedUf: 40, measuredUf: 31 }).why // 'part'
 */
export function judgeAsFound(found: AsFound): AsFoundJudgment {
  const lines: AsFoundJudgment['lines'] = [];
  const findings: FindingKind[] = [];
  const { lineV, plateV, ratedUf, measuredUf, contactor } = found;
  const volts = lineV !== null && plateV ? share(lineV, plateV) : null;
  if (volts !== null) {
    const ok = Math.abs(volts) <= VOLTS_SHARE + 1e-9;
    lines.push({ name: 'Line voltage', text: `${signed(volts * 100, 0)} % against the plate; ± 10 % is usual`, ok });
  }
  const capacitor = ratedUf && measuredUf !== null ? share(measuredUf, ratedUf) : null;
  if (capacitor !== null && ratedUf && measuredUf !== null) {
    const ok = Math.abs(capacitor) <= CAPACITOR_SHARE + 1e-9;
    lines.push({
      name: 'Run capacitor',
      text: `${signed(measuredUf - ratedUf, 1)} µF, ${signed(capacitor * 100, 0)} %; ± 6 % is usual`,
      ok,
    });
    if (!ok) findings.push('capacitor');
  }
  if (contactor !== 'unseen') {
    lines.push({ name: 'Contactor', text: CONTACTOR_FACE_NAMES[contactor].toLowerCase(), ok: contactor === 'sound' });
    if (contactor !== 'sound') findings.push('contactor');
  }
  const bad = (name: string) => lines.some((line) => line.name === name && !line.ok);
  const good = (name: string) => lines.some((line) => line.name === name && line.ok);
  const why = whyNot(found, bad, good);
  if (why === 'compressor') findings.push('compressor');
  if (why === 'control') findings.push('control');
  if (why === 'short') findings.push('wiring');
  const chosen = found.reduced.trim().length >= LEAST_CHOICE;
  // A part on order keeps it from running, not from being washed.
  const goesOn = chosen || (why !== null && WORK.includes(why)) || (why === 'part' && found.mended === 'ordered');
  return { lines, why, stops: goesOn ? null : why, findings };
}

function whyNot(
  { state, seized, float, trips, mended }: AsFound,
  bad: (name: string) => boolean,
  good: (name: string) => boolean,
): NotRunning | null {
  if (seized) return 'compressor';
  if (state === 'unknown' || state === 'runs' || state === 'code' || mended === 'replaced') return null;
  if (state === 'dead' && float === 'full') return 'drain';
  if (state === 'trips' && trips === 'at-once') return 'short';
  if (bad('Line voltage')) return 'supply';
  if (bad('Run capacitor') || bad('Contactor')) return 'part';
  // A full pan is asked before a board is blamed.
  if (state === 'dead') return float === 'dry' && good('Line voltage') && good('Contactor') ? 'control' : 'unclear';
  const allGood = good('Run capacitor') && good('Contactor') && good('Line voltage');
  if (state === 'trips') return allGood ? (trips === 'hot' ? 'overheats' : 'unclear') : 'unclear';
  return allGood ? 'compressor' : 'unclear';
}

/**
 * What as-found says of a finding, to stand beside it as its reading.
 * @param what was found
 * @param found as noted; null where nothing was
 * @returns words with the unit; empty where nothing was read of it
 * @example asFoundReading('capacitor', { ...notTried(), ratedUf: 40, measuredUf: 31 }) // "31 µF of 40 µF"
 */
export function asFoundReading(what: FindingKind, found: AsFound | null): string {
  if (!found) return '';
  if (what === 'capacitor')
    return found.measuredUf === null || found.ratedUf === null ? '' : `${found.measuredUf} µF of ${found.ratedUf} µF`;
  if (what === 'contactor') return found.contactor === 'unseen' ? '' : `face ${CONTACTOR_FACE_NAMES[found.contactor].toLowerCase()}`;
  return '';
}
