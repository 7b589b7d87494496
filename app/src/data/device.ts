import { useSyncExternalStore } from 'react';
import { loadFacts } from '@/device/memory';
import { askToPersist, deviceTrouble, onDeviceTrouble, type DeviceTrouble } from '@/device/store';
import { openAnswers } from './answers';
import { openMe } from './me';
import { openOutbox } from './outbox';
import { watchLock } from './pin';

/** What keeps this device from keeping anything; null while all is well. */
export const useDeviceTrouble = (): DeviceTrouble => useSyncExternalStore(onDeviceTrouble, deviceTrouble, deviceTrouble);

/** Reads everything that this device kept, before anything is drawn from it. */
export async function openDevice(): Promise<void> {
  await loadFacts();
  openMe();
  watchLock();
  await Promise.all([openAnswers(), openOutbox()]);
  void askToPersist();
}
