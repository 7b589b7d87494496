/** A finger that comes down again so soon, ms, and so near, px, is the same tap once more: wet glass gives, and a glove bounces. */
const SOON_MS = 350;
const NEAR_PX = 24;
/** A click so soon after a finger came up, ms, is the finger's. */
const FINGER_MS = 1000;
const CONTROLS = 'button, a, input, textarea, select, label, [role], [tabindex]';
const KEYS = new Set(['Enter', ' ']);

interface Tap {
  control: Element | null;
  words: string;
  at: number;
  x: number;
  y: number;
}

let last: Tap | null = null;
let fingerUp = -Infinity;
let second = false;

/** Whether what is being handled is the second tap of a double tap. */
export const isSecondTap = (): boolean => second;

const controlAt = (target: EventTarget | null): Element | null => (target instanceof Element ? target.closest(CONTROLS) : null);
const wordsOf = (control: Element | null): string => control?.getAttribute('aria-label') ?? control?.textContent ?? '';

const refuse = (event: Event): void => {
  event.preventDefault();
  event.stopImmediatePropagation();
};

function tapped(event: MouseEvent): void {
  second = false;
  // A key or a program, not a thumb.
  if (event.detail === 0) return;
  const control = controlAt(event.target);
  const tap = { control, words: wordsOf(control), at: event.timeStamp, x: event.clientX, y: event.clientY };
  const before = last;
  last = tap;
  if (before === null || tap.at - before.at >= SOON_MS) return;
  // Not every browser counts taps; a finger's are told by where they fell.
  const bounced = tap.at - fingerUp < FINGER_MS && Math.hypot(tap.x - before.x, tap.y - before.y) < NEAR_PX;
  if (event.detail < 2 && !bounced) return;
  if (before.control !== tap.control || before.words !== tap.words) {
    // A third is held against what the first was on.
    last = { ...before, at: tap.at };
    refuse(event);
    return;
  }
  second = true;
  setTimeout(() => {
    second = false;
  }, 0);
}

function keyed(event: KeyboardEvent): void {
  const control = controlAt(event.target);
  if (event.repeat && KEYS.has(event.key) && control !== null && !control.matches('input, textarea, select')) refuse(event);
}

const lifted = (event: PointerEvent): void => {
  if (event.pointerType !== 'mouse') fingerUp = event.timeStamp;
};

/**
 * The second tap of a double tap counts only for what the first was on: where the first brought another button or another page under the thumb, it is
 * dropped, so that nothing is entered that nobody has read. A key held down presses once.
 * @returns ends it
 */
export function watchTaps(page: Document): () => void {
  page.addEventListener('pointerup', lifted, true);
  page.addEventListener('click', tapped, true);
  page.addEventListener('keydown', keyed, true);
  return () => {
    page.removeEventListener('pointerup', lifted, true);
    page.removeEventListener('click', tapped, true);
    page.removeEventListener('keydown', keyed, true);
    last = null;
  };
}
