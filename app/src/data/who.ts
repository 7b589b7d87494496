import { readText, writeDevice } from '@/device/memory';
import { crewNames, useShop } from './shop';

const STORED = 'who';

/** Who holds this phone: the name chosen on it, else the first of the crew. */
export const whoIsThis = (crew: readonly string[]): string => {
  const chosen = readText(STORED);
  return chosen && (crew.length === 0 || crew.includes(chosen)) ? chosen : (crew[0] ?? 'Technician');
};

/** The same, by the shop's crew as it is known. */
export const useWho = (): string => whoIsThis(crewNames(useShop()));

export const setWho = (name: string): void => writeDevice(STORED, name);
