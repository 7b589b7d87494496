import { QueryClient } from '@tanstack/react-query';
import { AwayError } from './api';
import { writes } from './leftBehind';

/**
 * How long what was read is kept, ms: twenty days. A timer cannot wait longer than 2^31 − 1 ms, some 24.8 days; one set for more goes off
 * at once, and would throw away everything that is not on the screen.
 */
export const KEPT_MS = 20 * 86_400_000;

/** What was read so lately is not asked for again, ms. */
export const FRESH_MS = 5_000;

/** What was read stays on the device for weeks, so that the day's work opens with no signal. */
export const queryClient = new QueryClient({
  mutationCache: writes,
  defaultOptions: {
    queries: {
      networkMode: 'always',
      staleTime: FRESH_MS,
      gcTime: KEPT_MS,
      retry: (failures, error) => error instanceof AwayError && failures < 2,
      retryDelay: 800,
    },
    mutations: { networkMode: 'always' },
  },
});
