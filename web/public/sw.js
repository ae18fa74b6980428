// Keeps the app's own files, so that it opens with the server gone. Pages: network first; hashed assets: cache first.
const CACHE = 'hiraeth-1';
self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((keys) => Promise.all(keys.filter((key) => key !== CACHE).map((key) => caches.delete(key))))
      .then(() => self.clients.claim()),
  );
});
async function keep(request, response) {
  if (response.ok) (await caches.open(CACHE)).put(request, response.clone());
  return response;
}
self.addEventListener('message', (event) => {
  if (event.data?.type === 'keep')
    event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(event.data.urls)));
});
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api'))
    return;
  if (request.mode === 'navigate') {
    event.respondWith(
      fetch(request)
        .then((response) => keep(new Request('/'), response))
        .catch(async () => (await caches.match('/')) ?? Response.error()),
    );
    return;
  }
  event.respondWith(
    caches.match(request).then((hit) =>
      hit && url.pathname.startsWith('/assets')
        ? hit
        : fetch(request)
            .then((response) => keep(request, response))
            .catch(() => hit ?? Response.error()),
    ),
  );
});
