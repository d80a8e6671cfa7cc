import { isOwnNothing, isOwnPage, keepPage, keptPage } from "./keptPages";

/** A page that hangs so long on a weak line gives way to the kept one. */
const PATIENCE_MS = 6000;

export interface PageParts {
  cache: Cache;
  fetch: (request: Request) => Promise<Response>;
  /** What is shown where there is neither network nor a kept page. */
  nothingKept: (path: string) => Promise<Response>;
  nowMs: () => number;
  patienceMs?: number;
}

/**
 * A page as it is now, or, where the network, the server or something in between fails it, as it was kept. Every page that
 * comes is kept. A way on to another address, and what isn't there, are passed on as they are.
 */
export async function answerPage(request: Request, parts: PageParts): Promise<Response> {
  const { cache } = parts;
  const path = new URL(request.url).pathname;
  const coming = parts.fetch(request).then(
    async (response) => {
      if (isOwnPage(response)) await keepPage(cache, path, response.clone(), parts.nowMs()).catch(() => undefined);
      return response;
    },
    () => null,
  );
  const hasKept = (await cache.match(path)) !== undefined;
  const response = hasKept ? await Promise.race([coming, after(parts.patienceMs ?? PATIENCE_MS)]) : await coming;
  if (response && (isOwnPage(response) || response.type === "opaqueredirect" || isOwnNothing(response))) return response;
  return (await keptPage(cache, path)) ?? response ?? parts.nothingKept(path);
}

function after(ms: number): Promise<null> {
  return new Promise((resolve) => setTimeout(() => resolve(null), ms));
}
