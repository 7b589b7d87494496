import { useSyncExternalStore } from 'react';

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();

function setWaiting(worker: ServiceWorker | null): void {
  waiting = worker;
  listeners.forEach((listener) => listener());
}

/** Keeps the program on the device, and hears of a newer version of it. */
export async function keepShell(): Promise<void> {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    if (registration.waiting && navigator.serviceWorker.controller) setWaiting(registration.waiting);
    registration.addEventListener('updatefound', () => {
      const fresh = registration.installing;
      fresh?.addEventListener('statechange', () => {
        if (fresh.state === 'installed' && navigator.serviceWorker.controller) setWaiting(fresh);
      });
    });
    setInterval(() => void registration.update().catch(() => undefined), 3_600_000);
  } catch {
    // A browser that keeps no program runs it from the server.
  }
}

/** Takes the newer version: every tab of the program opens again with it. */
export function takeUpdate(): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true });
  waiting?.postMessage({ type: 'SKIP_WAITING' });
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Whether a newer version of the program waits to be taken. */
export const useUpdateWaits = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => waiting !== null,
    () => false,
  );

const followControl = (listener: () => void) => {
  const { serviceWorker } = navigator as Partial<Navigator>;
  serviceWorker?.addEventListener('controllerchange', listener);
  return () => serviceWorker?.removeEventListener('controllerchange', listener);
};

/**
 * Whether the program itself opens on this device with no signal: `kept` by its worker, `soon` once the page was loaded again, or `never` at an
 * address that the browser does not take for secure.
 */
export const useKeptShell = (): 'kept' | 'soon' | 'never' =>
  useSyncExternalStore(
    followControl,
    () => ((navigator as Partial<Navigator>).serviceWorker?.controller ? 'kept' : window.isSecureContext ? 'soon' : 'never'),
    () => 'soon',
  );
