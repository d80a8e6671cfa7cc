import { beforeEach, describe, expect, it } from "vitest";
import { answerPage } from "./answerPage";
import { isKind, keepPage, keptPage, keptSinceMs, listPages, PAGE_MARK, prunePages } from "./keptPages";
import { isKeepPages } from "./messages";
import { nothingKeptPage } from "./nothingKept";

/** A cache as the browser has it, as far as pages use it. */
function newCache(): Cache {
  const kept = new Map<string, Response>();
  const key = (asked: RequestInfo | URL) => new URL(asked instanceof Request ? asked.url : String(asked), "http://roofs.example").href;
  return {
    match: async (asked: RequestInfo | URL) => kept.get(key(asked))?.clone(),
    put: async (asked: RequestInfo | URL, response: Response) => void kept.set(key(asked), response),
    delete: async (asked: RequestInfo | URL) => kept.delete(key(asked)),
    keys: async () => [...kept.keys()].map((url) => new Request(url)),
  } as unknown as Cache;
}

const page = (text: string, status = 200, own = true) =>
  new Response(`<!doctype html><html lang="en"><head><title>${text} · Irradant</title></head><body>${text}</body></html>`, {
    status,
    headers: { ...(own ? { [PAGE_MARK]: "1" } : {}), "content-security-policy": "script-src 'nonce-1'", "content-encoding": "gzip" },
  });
const WALK = "http://roofs.example/cases/c/walk";

let cache: Cache;
beforeEach(() => {
  cache = newCache();
});

async function answered(answer: Response | Error | Promise<Response>, patienceMs = 20): Promise<{ status: number; text: string }> {
  const response = await answerPage(new Request(WALK), {
    cache,
    fetch: async () => {
      if (answer instanceof Error) throw answer;
      return answer;
    },
    nothingKept: async (path) => new Response(`nothing of ${path}`, { status: 503 }),
    nowMs: () => 5000,
    patienceMs,
  });
  return { status: response.status, text: await response.text() };
}

describe("a page", () => {
  it("is kept as it comes, and shown as kept, with when, where the network fails", async () => {
    expect((await answered(page("Walk"))).text).not.toContain("data-kept-at");
    expect(await keptSinceMs(cache, "/cases/c/walk")).toBe(5000);
    const { text, status } = await answered(new TypeError("Failed to fetch"));
    expect(status).toBe(200);
    expect(text).toContain('<html data-kept-at="5000" lang="en">');
    const kept = (await keptPage(cache, "/cases/c/walk")) as Response;
    expect(kept.headers.get("content-security-policy")).toBe("script-src 'nonce-1'");
    expect(kept.headers.get("content-encoding")).toBeNull();
  });

  it("gives way to the kept one where a stranger or a failing server answers, or nobody in time", async () => {
    await answered(page("Walk"));
    for (const answer of [
      page("Sign in", 200, false),
      page("Blocked", 403, false),
      page("Away", 404, false),
      page("Down", 502, false),
      page("Failed", 500),
    ]) {
      expect((await answered(answer)).text).toContain("data-kept-at");
    }
    expect((await answered(new Promise(() => undefined))).text).toContain("data-kept-at");
    expect((await keptPage(cache, "/cases/c/walk").then((kept) => kept?.text())) as string).toContain("Walk");
  });

  it("that isn't there is said to be so, kept or not", async () => {
    await answered(page("Walk"));
    expect((await answered(page("Nothing is here", 404))).status).toBe(404);
  });

  it("that was never kept is what came instead, or says that there is nothing", async () => {
    expect((await answered(page("Sign in", 200, false))).text).toContain("Sign in");
    expect(await answered(new TypeError("Failed to fetch"))).toEqual({ status: 503, text: "nothing of /cases/c/walk" });
  });

  it("that tells of trouble never takes the place of a good one", async () => {
    await answered(page("Walk"));
    await answered(page('<main data-trouble="">'));
    expect((await answered(new TypeError("Failed to fetch"))).text).toContain("<body>Walk");
  });
});

describe("kept pages", () => {
  const keep = (path: string, ms: number) => keepPage(cache, path, page(path), ms);

  it("are listed by age with their titles, and the oldest go where there are too many", async () => {
    await keep("/a", 1);
    await keep("/b", 3);
    await keep("/c", 2);
    expect(await listPages(cache)).toEqual([
      { path: "/b", title: "/b", keptAtMs: 3 },
      { path: "/c", title: "/c", keptAtMs: 2 },
      { path: "/a", title: "/a", keptAtMs: 1 },
    ]);
    await prunePages(cache, 2);
    expect((await listPages(cache)).map(({ path }) => path)).toEqual(["/b", "/c"]);
  });

  it("are led to from where nothing is kept", async () => {
    const kept = ["/cases/c/brief", "/cases/c/walk", "/sites/s", "/"].map((path) => ({ path, title: `Title of ${path}`, keptAtMs: 0 }));
    const html = await nothingKeptPage(kept).text();
    expect(html).toContain('Case: <a href="/cases/c/brief">Title of /cases/c/brief</a>');
    expect(html).toContain('Site: <a href="/sites/s">');
    expect(html).not.toContain("/cases/c/walk");
    expect(await nothingKeptPage([]).text()).toContain("No page is kept here yet");
  });
});

it("keeps a picture or a program only where it is one: a stranger's page comes for these too", () => {
  const of = (type: string, status = 200) => new Response("x", { status, headers: { "content-type": type } });
  expect(isKind(of("image/jpeg"), /^image\/jpeg/)).toBe(true);
  expect(isKind(of("text/html; charset=utf-8"), /^image\/jpeg/)).toBe(false);
  expect(isKind(of("image/jpeg", 404), /^image\/jpeg/)).toBe(false);
  expect(isKind(new Response("x"), /^image\/jpeg/)).toBe(false);
});

it("is told to keep pages by messages of its own alone", () => {
  expect(isKeepPages({ type: "irradant-keep-pages", paths: [], anew: true })).toBe(true);
  for (const other of [null, "x", {}, { type: "other" }]) expect(isKeepPages(other)).toBe(false);
});
