import { KEPT_MS, persistOptions, queryClient } from './client';

test('what was read and is not on the screen is still there a moment later, and is what is kept on the device', async () => {
  // A timer set beyond this goes off at once (HTML Living Standard, timers: a 32-bit signed long).
  expect(KEPT_MS).toBeLessThan(2 ** 31);
  queryClient.setQueryData(['day', '2026-06-11'], { visits: [] });
  await new Promise((done) => setTimeout(done, 30));
  expect(queryClient.getQueryData(['day', '2026-06-11'])).toEqual({ visits: [] });
  queryClient.clear();
});

test('a look-up that failed is kept with what was read before it', async () => {
  let works = true;
  const look = () =>
    queryClient.fetchQuery({
      queryKey: ['shelf'],
      retry: false,
      staleTime: 0,
      queryFn: () => (works ? Promise.resolve('bottles') : Promise.reject(new Error('away'))),
    });
  await look();
  works = false;
  await expect(look()).rejects.toThrow('away');
  const query = queryClient.getQueryCache().find({ queryKey: ['shelf'] });
  expect(query?.state.status).toBe('error');
  expect(persistOptions.dehydrateOptions?.shouldDehydrateQuery?.(query as never)).toBe(true);
  queryClient.clear();
});
