/**
 * Keeps the whole application in the browser, so that it opens and works without a network. A version is taken
 * in whole or not at all, and takes over when no page of the one before is open any more. The two names below
 * are filled in when the application is built.
 */
const VERSION = '__VERSION__';
const FILES = new Set('__FILES__');

const CACHE = `even-blush-${VERSION}`;
/** Photos of the demo that were looked at. */
const DEMO = 'even-blush-demo';
const SHELL = '/';

self.addEventListener('install', (event) => {
  const all = [SHELL, ...FILES].map((path) => new Request(path, { cache: 'reload' }));
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(all)));
});

self.addEventListener('activate', (event) => {
  const isOld = (name) => name.startsWith('even-blush-') && name !== CACHE && name !== DEMO;
  const clear = (names) => Promise.all(names.filter(isOld).map((name) => caches.delete(name)));
  event.waitUntil(caches.keys().then(clear));
});

async function kept(path, request) {
  const cache = await caches.open(CACHE);
  return (await cache.match(path)) ?? fetch(request);
}

async function freshOrKept(request) {
  const cache = await caches.open(DEMO);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(request, response.clone());
    return response;
  } catch (error) {
    const before = await cache.match(request);
    if (before) return before;
    throw error;
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== location.origin) return;
  const isPage = request.mode === 'navigate' && /^\/(?:(?:sitting\/[^/]+|words)\/?)?$/.test(pathname);
  if (isPage) event.respondWith(kept(SHELL, request));
  else if (FILES.has(pathname)) event.respondWith(kept(pathname, request));
  else if (pathname.startsWith('/api/demo')) event.respondWith(freshOrKept(request));
});
