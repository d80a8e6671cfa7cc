/// <reference lib="webworker" />
import { CacheFirst, ExpirationPlugin, NetworkFirst, type PrecacheEntry, Serwist, type SerwistPlugin } from "serwist";
import { MINUTE_MS } from "@/core/constants";
import { answerPage } from "./answerPage";
import { isKind, isOwnPage, keepPage, keptSinceMs, listPages, PAGES, prunePages } from "./keptPages";
import { isKeepPages } from "./messages";
import { nothingKeptPage } from "./nothingKept";

declare const self: ServiceWorkerGlobalScope;
/** Set when it is bundled: the files of this build, and a mark of it. */
declare const __SHELL__: PrecacheEntry[];
declare const __BUILD__: string;

/** A page that is younger needn't be fetched anew when its case is opened. */
const FRESH_MS = 2 * MINUTE_MS;
/** Photos of findings, those of earlier visits too: they are never altered. */
const PHOTOS = { cacheName: "irradant-photos", path: "/api/photos/", most: 400 };
/** A day book is no page, but pages draw from it. */
const DAY_BOOK = /^\/api\/sites\/[^/]+\/day-book$/;
const DAY_BOOKS = { cacheName: "irradant-day-books", most: 15, patienceS: 6 };

/** What is kept besides pages, by its kind. */
const SHELL = /^(text\/css|(text|application)\/javascript|font\/|application\/font|image\/svg)/;
const PICTURE = /^image\/jpeg/;
const BOOK = /^application\/octet-stream/;

/** Keeps nothing of another kind. */
function onlyOf(kind: RegExp): SerwistPlugin {
  return { cacheWillUpdate: async ({ response }) => (isKind(response, kind) ? response : null) };
}

const pages = () => caches.open(PAGES + __BUILD__);

const serwist = new Serwist({
  precacheEntries: __SHELL__,
  precacheOptions: { plugins: [onlyOf(SHELL)] },
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin, request }) => sameOrigin && request.method === "GET" && url.pathname.startsWith(PHOTOS.path),
      handler: new CacheFirst({
        cacheName: PHOTOS.cacheName,
        plugins: [onlyOf(PICTURE), new ExpirationPlugin({ maxEntries: PHOTOS.most })],
      }),
    },
    {
      matcher: ({ url, sameOrigin, request }) => sameOrigin && request.method === "GET" && DAY_BOOK.test(url.pathname),
      handler: new NetworkFirst({
        cacheName: DAY_BOOKS.cacheName,
        networkTimeoutSeconds: DAY_BOOKS.patienceS,
        plugins: [onlyOf(BOOK), new ExpirationPlugin({ maxEntries: DAY_BOOKS.most })],
      }),
    },
    {
      matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === "navigate" && request.method === "GET",
      handler: async ({ request }) => {
        const cache = await pages();
        const nothingKept = async () => nothingKeptPage(await listPages(cache));
        return answerPage(request, { cache, fetch: (asked) => fetch(asked), nothingKept, nowMs: Date.now });
      },
    },
  ],
});

self.addEventListener("message", (event) => {
  if (isKeepPages(event.data)) event.waitUntil(keepAll(event.data.paths, event.data.anew));
});

/** Fetches pages one after the other, so that whoever works at one doesn't wait for the others. */
async function keepAll(paths: readonly string[], anew: boolean): Promise<void> {
  const cache = await pages();
  for (const path of paths) {
    if (path.startsWith(PHOTOS.path)) {
      await keepPhoto(path);
      continue;
    }
    const since = await keptSinceMs(cache, path);
    if (!anew && since !== null && Math.abs(Date.now() - since) < FRESH_MS) continue;
    const response = await fetch(path, { headers: { accept: "text/html" } }).catch(() => null);
    if (!response) return;
    if (DAY_BOOK.test(path) && isKind(response, BOOK))
      await (await caches.open(DAY_BOOKS.cacheName)).put(path, response).catch(() => undefined);
    if (isOwnPage(response)) await keepPage(cache, path, response, Date.now()).catch(() => undefined);
  }
  await prunePages(cache);
}

/** A photo never changes: what is there is there. */
async function keepPhoto(path: string): Promise<void> {
  const cache = await caches.open(PHOTOS.cacheName);
  if (await cache.match(path)) return;
  const response = await fetch(path).catch(() => null);
  if (response && isKind(response, PICTURE)) await cache.put(path, response).catch(() => undefined);
  const kept = await cache.keys();
  for (const old of kept.slice(0, Math.max(0, kept.length - PHOTOS.most))) await cache.delete(old);
}

/** Pages need the files of their build: after a new one they are fetched anew, and shown as they were where that fails. */
async function moveOn(): Promise<void> {
  const cache = await pages();
  for (const name of await caches.keys()) {
    if (!name.startsWith(PAGES) || name === PAGES + __BUILD__) continue;
    const old = await caches.open(name);
    for (const request of await old.keys()) {
      const path = new URL(request.url).pathname;
      const response = await fetch(path, { headers: { accept: "text/html" } }).catch(() => null);
      const kept = await old.match(request);
      if (response && isOwnPage(response)) await keepPage(cache, path, response, Date.now());
      else if (kept) await cache.put(path, kept);
    }
    await caches.delete(name);
  }
}

self.addEventListener("activate", (event) => event.waitUntil(moveOn()));
serwist.addEventListeners();
