import { MINUTE_MS } from "@/core/constants";

const LATELY_MS = MINUTE_MS;

/**
 * Whether something was sent so lately that a page from the server may lack it: a page asked for before the server had it
 * may still arrive after it went out. Such a thing is kept, and laid over the page. A clock set back makes it old, not young for ever.
 */
export function sentLately(sentAtMs: number, nowMs = Date.now()): boolean {
  return Math.abs(nowMs - sentAtMs) <= LATELY_MS;
}
