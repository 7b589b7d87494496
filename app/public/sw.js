/* Keeps the program itself on the device, so that it opens with no signal. Data is kept elsewhere, by the program. */
const CACHE = 'elm-mist-shell-1';
const HASHED = /^\/(_expo\/static|assets)\//;

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(CACHE)
      .then((cache) => cache.add('/'))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== CACHE).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

const keep = async (request, response) => {
  if (response.ok) (await caches.open(CACHE)).put(request, response.clone());
  return response;
};

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api')) return;
  if (HASHED.test(url.pathname)) {
    event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request).then((response) => keep(request, response))));
  } else if (request.mode === 'navigate') {
    event.respondWith(
      fetch(request)
        .then((response) => keep(new Request('/'), response))
        .catch(() => caches.match('/')),
    );
  }
});
