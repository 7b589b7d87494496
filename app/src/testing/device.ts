import { forgetFacts } from '@/device/memory';

/** A device that keeps nothing from before. */
export function forgetDevice(): void {
  window.localStorage.clear();
  forgetFacts();
}
