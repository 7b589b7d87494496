import type { Strokes } from './quote';

/** What has to be so before a visit is closed. */
export const CLOSE_ITEMS = [
  'parts',
  'wires',
  'power',
  'drain',
  'filters',
  'pad',
  'tools',
  'tidy',
  'container',
  'bottle',
  'splash',
  'signed',
] as const;
/** One of `CLOSE_ITEMS`. */
export type CloseItem = (typeof CLOSE_ITEMS)[number];

/** A tick of the closing gate, or a reason why it stays open. */
export interface CloseCheck {
  item: CloseItem;
  ok: boolean;
  /** Why it stays open; empty where it does not. */
  reason: string;
}

/** Who signed for the visit, or a photo that shows that nobody was in. */
export interface SignOff {
  who: 'customer' | 'nobody';
  name: string;
  strokes: Strokes;
  photoId: string | null;
}
