import { deviceStore } from '@/device/store';
import { keepAnswers, openAnswers } from './answers';
import { KEPT_MS, queryClient } from './client';

test('what was read and is not on the screen is still there a moment later', async () => {
  // A timer set beyond this goes off at once (HTML Living Standard, timers: a 32-bit signed long).
  expect(KEPT_MS).toBeLessThan(2 ** 31);
  queryClient.setQueryData(['day', '2026-06-11'], { visits: [] });
  await new Promise((done) => setTimeout(done, 30));
  expect(queryClient.getQueryData(['day', '2026-06-11'])).toEqual({ visits: [] });
  queryClient.clear();
});

test('what was read is kept on the device, a record for each question, also when a later look-up failed', async () => {
  await openAnswers();
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
  expect(queryClient.getQueryCache().find({ queryKey: ['shelf'] })?.state.status).toBe('error');
  await keepAnswers();
  const db = await deviceStore();
  expect((await db?.getAll('answers'))?.map((row) => [row.key, row.data])).toEqual([[['shelf'], 'bottles']]);
  queryClient.clear();
});
