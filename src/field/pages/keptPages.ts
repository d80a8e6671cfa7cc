/*
 * Pages as they were last seen, kept on the device so that a case opens without a network. Used by the service worker, which
 * keeps and serves them, and by pages, which list them.
 */

/** Caches of pages begin so; a build has its own, since a page needs the files of its build. */
export const PAGES = "irradant-pages-";
/** The server marks its pages with this header: a sign-in page of the network in between is never kept as one. */
export const PAGE_MARK = "x-irradant-page";
const KEPT_AT = "x-irradant-kept-at";
/** About a dozen cases with all their stations. */
const MOST_PAGES = 150;

/** A page on this device. */
export interface KeptPage {
  path: string;
  title: string;
  keptAtMs: number;
}

/** Whether an answer is a page of Irradant's. */
export function isOwnPage(response: Response): boolean {
  return response.status === 200 && !response.redirected && response.headers.has(PAGE_MARK);
}

/** Whether it is a page of Irradant's that says that nothing stands at its address. */
export function isOwnNothing(response: Response): boolean {
  return response.status === 404 && response.headers.has(PAGE_MARK);
}

/**
 * Whether an answer is of the kind that was asked for: a network's welcome page comes as HTML with 200 for a picture or a program
 * too, and kept as one it would stand in its place for good.
 */
export function isKind(response: Response, kind: RegExp): boolean {
  return response.status === 200 && !response.redirected && kind.test(response.headers.get("content-type") ?? "");
}

/** Whether a path is where a case or a site is entered: what is led to where a page isn't kept. */
export function isEntrance(path: string): boolean {
  return /^\/(sites\/[^/]+|cases\/[^/]+\/brief)$/.test(path);
}

/** A page that tells of trouble in place of what it should show carries this (`ui/status/TroublePanel`). */
const TROUBLE = "data-trouble=";

/** Keeps a page as it came, with its policy, and when that was; not in place of a good one when it tells of trouble. */
export async function keepPage(cache: Cache, path: string, response: Response, nowMs: number): Promise<void> {
  const html = await response.text();
  if (html.includes(TROUBLE)) return;
  const headers = new Headers(response.headers);
  // The body is unpacked already.
  for (const name of ["content-encoding", "content-length", "set-cookie", "vary"]) headers.delete(name);
  headers.set(KEPT_AT, String(nowMs));
  await cache.put(path, new Response(html, { status: 200, headers }));
}

/** A kept page to show, marked with when it was kept (`data-kept-at`); undefined where there is none. */
export async function keptPage(cache: Cache, path: string): Promise<Response | undefined> {
  const kept = await cache.match(path);
  if (!kept) return undefined;
  const html = (await kept.text()).replace("<html ", `<html data-kept-at="${keptAtMs(kept)}" `);
  return new Response(html, { status: 200, headers: kept.headers });
}

/** When a page was kept, ms; null where it isn't. */
export async function keptSinceMs(cache: Cache, path: string): Promise<number | null> {
  const kept = await cache.match(path);
  return kept ? keptAtMs(kept) : null;
}

/** All kept pages, the newest first. */
export async function listPages(cache: Cache): Promise<KeptPage[]> {
  const pages = await Promise.all(
    (await cache.keys()).map(async (request) => {
      const kept = await cache.match(request);
      const title = /<title>(.*?)<\/title>/.exec((await kept?.text()) ?? "")?.[1] ?? "";
      return { path: new URL(request.url).pathname, title: title.replace(/ · Irradant$/, ""), keptAtMs: kept ? keptAtMs(kept) : 0 };
    }),
  );
  return pages.sort((a, b) => b.keptAtMs - a.keptAtMs);
}

/** Forgets the oldest pages where there are too many. */
export async function prunePages(cache: Cache, most = MOST_PAGES): Promise<void> {
  const requests = await cache.keys();
  if (requests.length <= most) return;
  const aged = await Promise.all(requests.map(async (request) => ({ request, ms: keptAtMs((await cache.match(request)) as Response) })));
  aged.sort((a, b) => b.ms - a.ms);
  for (const { request } of aged.slice(most)) await cache.delete(request);
}

function keptAtMs(response: Response): number {
  return Number(response.headers.get(KEPT_AT) ?? 0);
}
