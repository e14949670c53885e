// Keeps the application in the browser. A new version is fetched beside the one in use, and taken when a window says so.
import { answerOf, cacheOf, outlived } from './pages-kept';

/** Of a service worker what is used here (Service Workers, W3C). */
interface Life extends Event {
  waitUntil(done: Promise<unknown>): void;
}
interface Asked extends Event {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Scope {
  addEventListener(type: 'install' | 'activate', act: (event: Life) => void): void;
  addEventListener(type: 'fetch', act: (event: Asked) => void): void;
  addEventListener(type: 'message', act: (event: MessageEvent) => void): void;
  skipWaiting(): Promise<void>;
}
/** Set when it is built: what names this version, and the files that are fetched ahead. */
declare const pagesVersion: string;
declare const pagesAhead: readonly string[];

const scope = self as unknown as Scope;
const own = cacheOf(pagesVersion);

scope.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(own);
      await Promise.all(
        pagesAhead.map(async (path) => {
          // What an earlier version had is not fetched again: its name says what is in it.
          const known = path.startsWith('/assets/') ? await caches.match(path) : undefined;
          await (known ? cache.put(path, known) : cache.add(new Request(path, { cache: 'reload' })));
        }),
      );
    })(),
  );
});

scope.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of outlived(await caches.keys(), pagesVersion)) await caches.delete(name);
    })(),
  );
});

scope.addEventListener('message', ({ data }) => {
  if (data === 'take over') void scope.skipWaiting();
});

async function fileOf(request: Request): Promise<Response> {
  const kept = await caches.match(request, { ignoreVary: true });
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.status === 200 && answer.type === 'basic') {
    const copy = answer.clone();
    // Where there is no room for it, it is shown all the same.
    void caches
      .open(own)
      .then((cache) => cache.put(request, copy))
      .catch(() => undefined);
  }
  return answer;
}

const pageOf = async (request: Request): Promise<Response> =>
  (await caches.match('/index.html', { cacheName: own })) ?? fetch(request);

scope.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== location.origin) return;
  const answer = answerOf({ method: request.method, mode: request.mode, path: url.pathname });
  if (answer === 'page') event.respondWith(pageOf(request));
  else if (answer === 'file') event.respondWith(fileOf(request));
});
