import { isMainThread, workerData } from 'node:worker_threads';
import type { ThreadData } from './workerEntry';

// Each loads what it needs: a thread that only reckons does not open the server's own parts, nor the server what sets paper.
if (isMainThread) void import('./serve').then(({ serve }) => serve(new URL(import.meta.url)));
else void import('./workerEntry').then(({ workerEntry }) => workerEntry(workerData as ThreadData));
