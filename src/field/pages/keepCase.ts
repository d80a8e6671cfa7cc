import { PAGES } from "./keptPages";
import type { KeepPages } from "./messages";

const PROGRAM = "/service-worker.js";

/**
 * Starts what keeps pages on this device.
 * @returns null, or why pages can't be kept here
 */
export async function startKeepingPages(): Promise<string | null> {
  if (!window.isSecureContext) return "this address isn't secure (https); pages can't be kept";
  if (!navigator.serviceWorker) return "this browser keeps no pages";
  try {
    await navigator.serviceWorker.register(PROGRAM, { updateViaCache: "none" });
    return null;
  } catch {
    return "this browser doesn't allow it";
  }
}

/** Asks to keep pages as they are now. @param anew also those that were kept a moment ago */
export async function keepPages(paths: string[], anew = false): Promise<void> {
  const registration = await navigator.serviceWorker?.ready.catch(() => undefined);
  registration?.active?.postMessage({ type: "irradant-keep-pages", paths, anew } satisfies KeepPages);
}

/** The cache of the newest build's pages; null where there is none. */
export async function pagesCache(): Promise<Cache | null> {
  if (typeof caches === "undefined") return null;
  const names = (await caches.keys()).filter((name) => name.startsWith(PAGES));
  return names.length > 0 ? caches.open(names[names.length - 1]) : null;
}
