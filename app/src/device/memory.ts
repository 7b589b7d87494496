/** Small things kept on this device only. A browser that forbids storage just forgets them. */
const PREFIX = 'elm-mist.';

export function readText(key: string): string | null {
  try {
    return window.localStorage.getItem(PREFIX + key);
  } catch {
    return null;
  }
}

export function writeDevice(key: string, value: string | null): void {
  try {
    if (value === null) window.localStorage.removeItem(PREFIX + key);
    else window.localStorage.setItem(PREFIX + key, value);
  } catch {
    // Storage is full or forbidden: the choice lasts until the page is closed.
  }
}

/** A stored word, if it is still one of the allowed ones. */
export function readDevice<T extends string>(key: string, allowed: readonly T[]): T | null {
  const value = readText(key);
  return allowed.find((word) => word === value) ?? null;
}

/** A stored JSON value, or null when there is none or it cannot be read. */
export function readJson<T>(key: string): T | null {
  const value = readText(key);
  if (value === null) return null;
  try {
    return JSON.parse(value) as T;
  } catch {
    return null;
  }
}
