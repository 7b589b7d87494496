import type { Stamped } from './stamped';

/** What comes off a unit. Small things count: a gasket left over is a leak. */
export const PART_KINDS = ['guard', 'panel', 'top', 'fan', 'clip', 'lead', 'jumper', 'gasket', 'other'] as const;
/** One of `PART_KINDS`. */
export type PartKind = (typeof PART_KINDS)[number];
/** Parts that come off, in words. */
export const PART_NAMES: Record<PartKind, string> = {
  guard: 'Guard',
  panel: 'Panel',
  top: 'Top',
  fan: 'Fan',
  clip: 'Clip',
  lead: 'Lead',
  jumper: 'Jumper',
  gasket: 'Gasket',
  other: 'Other',
};

/** Colours of wire insulation, by name; a pair with a stripe is noted in words. */
export const WIRE_COLORS = ['black', 'white', 'red', 'blue', 'yellow', 'green', 'brown', 'orange', 'purple', 'grey', 'pink'] as const;
/** One of `WIRE_COLORS`. */
export type WireColor = (typeof WIRE_COLORS)[number];

/** A part taken off, in the order of the events. */
export interface PartOff {
  kind: PartKind;
  /** Which one, in words; empty when there is only one. */
  which: string;
  screws: number;
  note: string;
}

/** One wire of a plug or terminal: its color may differ on the two sides. */
export interface WireNoted {
  /** Plug or component, e.g. "Contactor". */
  plug: string;
  terminal: string;
  unitSide: WireColor;
  /** Null where there is no second side. */
  otherSide: WireColor | null;
  note: string;
  photoId: string | null;
}

/** What came off, and when it was back. */
export type Refitted<T> = Stamped<T> & { backAt: string | null };

/**
 * Parts still off, in the order they go back on: the last off first.
 * @param parts what came off, in that order
 * @returns last off first
 * @example refitOrder([]) // []
 */
export const refitOrder = (parts: readonly Refitted<PartOff>[]): Refitted<PartOff>[] =>
  parts.filter((part) => part.backAt === null).reverse();

/**
 * Wires not yet put back, as they were noted.
 * @param wires wires that were noted
 * @returns those not back yet
 * @example wiresOpen([]) // []
 */
export const wiresOpen = (wires: readonly Refitted<WireNoted>[]): Refitted<WireNoted>[] => wires.filter((wire) => wire.backAt === null);

/**
 * A part in words: "Guard, path side, 6 screws".
 * @param part what came off
 * @returns part, which one, screws
 * @example partWords({ kind: 'top', which: '', screws: 8, note: '' }) // 'Top, 8 screws'
 */
export const partWords = (part: PartOff): string =>
  [PART_NAMES[part.kind], part.which, part.screws > 0 ? `${part.screws} ${part.screws === 1 ? 'screw' : 'screws'}` : '']
    .filter(Boolean)
    .join(', ');

/**
 * What is not back yet, in words: parts in the order they go back, then wires.
 * @param state of the visit
 * @returns words, parts before wires
 * @example leftOver({ parts: [], wires: [] }) // []
 */
export const leftOver = (state: { parts: readonly Refitted<PartOff>[]; wires: readonly Refitted<WireNoted>[] }): string[] => [
  ...refitOrder(state.parts).map((part) => partWords(part.value)),
  ...wiresOpen(state.wires).map((wire) => `${wire.value.plug} ${wire.value.terminal}`),
];
