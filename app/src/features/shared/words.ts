import type { CoilRecord, VisitRecord } from '@elm-mist/contract';
import { CONFIGURATION_TABLE, CONSTRUCTION_TABLE, type VisitStanding } from '@elm-mist/core';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { clockTime } from '@/data';

const SHAPE_NAMES: Record<CoilRecord['geometry']['shape'], string> = {
  wrap: 'wrap-round',
  slab: 'slab',
  'a-coil': 'A-coil',
  'n-coil': 'N-coil',
  'wall-head': 'wall head',
};
const ROW_WORDS = ['', 'one row', 'two rows', 'three rows'];

/** What decides at a glance: "copper tube, plate fin · two rows". */
export const coilShort = (coil: CoilRecord): string =>
  `${CONSTRUCTION_TABLE[coil.construction].name.toLowerCase()} · ${ROW_WORDS[coil.geometry.rows] ?? ''}`;

/** A coil in one line: "copper tube, plate fin · two rows · wrap-round". */
export function coilLine(coil: CoilRecord): string {
  return `${CONSTRUCTION_TABLE[coil.construction].name} · ${ROW_WORDS[coil.geometry.rows]} · ${SHAPE_NAMES[coil.geometry.shape]}`;
}

export const systemLine = (system: { configuration: keyof typeof CONFIGURATION_TABLE; model: string }): string =>
  `${CONFIGURATION_TABLE[system.configuration].name}${system.model ? ` · ${system.model}` : ''}`;

export const longDay = (day: string): string => format(parseISO(day), 'EEEE d MMMM');
export const dayName = (day: string): string => format(parseISO(day), 'EEE d MMM');
export const shortDay = (day: string): string => format(parseISO(day), 'd MMM yyyy');

export const STANDING_WORDS: Record<VisitStanding, string> = {
  planned: 'Planned',
  'under way': 'Under way',
  suspended: 'Waits for parts',
  closed: 'Closed',
  cancelled: 'Cancelled',
};

/** When the owner lets somebody in; empty for any time. */
export const hoursLine = ({ windowFrom, windowTo }: Pick<VisitRecord, 'windowFrom' | 'windowTo'>): string =>
  typeof windowFrom === 'number' && typeof windowTo === 'number' ? `owner’s hours ${clockTime(windowFrom)} to ${clockTime(windowTo)}` : '';
