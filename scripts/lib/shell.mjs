/** The program itself on the device: every script, font and picture of the build, by its hash, so that it opens with no signal on the first day. */
import { join } from 'node:path';
import { generateSW } from 'workbox-build';

/** Writes the service worker beside the built interface. @param dist folder of the build */
export async function makeShell(dist) {
  const { count, size, warnings } = await generateSW({
    globDirectory: dist,
    globPatterns: ['**/*.{html,js,css,ttf,woff,woff2,png,svg,webmanifest}'],
    swDest: join(dist, 'sw.js'),
    // Their names carry their hash already.
    dontCacheBustURLsMatching: /^(_expo\/static|assets)\//,
    maximumFileSizeToCacheInBytes: 8_000_000,
    navigateFallback: '/index.html',
    // A picture or an answer opened by its address is what it is, and never the shell.
    navigateFallbackDenylist: [/^\/api(\/|$)/, /\.[A-Za-z0-9]+$/],
    cleanupOutdatedCaches: true,
    clientsClaim: true,
    // A new version waits until it is asked for: never in the middle of a wash.
    skipWaiting: false,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    runtimeCaching: [
      {
        urlPattern: /\/api\/photos\//,
        handler: 'CacheFirst',
        options: { cacheName: 'elm-mist-pictures', expiration: { maxEntries: 300 }, cacheableResponse: { statuses: [200] } },
      },
    ],
  });
  for (const warning of warnings) console.error(`elm-mist: ${warning}`);
  return { count, size };
}
