import type { CauseKind } from "../causes/about";
import { CAUSES, type CauseId } from "../causes/causes";

/** What can be mended comes first; snow goes by itself, and what is built so stays. */
const ORDER: Record<CauseKind, number> = { fault: 0, environment: 1, data: 1, design: 2 };
const orderOf = (cause: CauseId) => (cause === "snow" ? 2 : ORDER[CAUSES[cause].kind]);

/** Compares two causes for a list of what to do: what can be mended first, then by what it took. */
export function byMending(a: { cause: CauseId; lossKwh: number }, b: { cause: CauseId; lossKwh: number }): number {
  return orderOf(a.cause) - orderOf(b.cause) || b.lossKwh - a.lossKwh;
}
