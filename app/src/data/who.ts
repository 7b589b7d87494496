import { readText, writeDevice } from '@/device/memory';

const STORED = 'who';

/** Who holds this phone: the name chosen on it, else the first of the crew. */
export const whoIsThis = (crew: readonly string[]): string => {
  const chosen = readText(STORED);
  return chosen && (crew.length === 0 || crew.includes(chosen)) ? chosen : (crew[0] ?? 'Technician');
};

export const setWho = (name: string): void => writeDevice(STORED, name);
