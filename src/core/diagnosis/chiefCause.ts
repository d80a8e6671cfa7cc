import { CAUSES } from "../causes/causes";
import type { LedgerEntry } from "./ledger";
import { byMending } from "./mendingOrder";

/** Whether a cause is something wrong: not built so, and not denied by a person. */
export function isWrong({ cause, overruled }: Pick<LedgerEntry, "cause" | "overruled">): boolean {
  return CAUSES[cause].kind !== "design" && overruled?.holds !== "no";
}

/** The same, but for snow: it comes and goes by itself, and nothing is wrong with an array that it lies on. */
export function chiefWrong(ledger: readonly LedgerEntry[]): LedgerEntry | null {
  const chief = chiefCause(ledger);
  return chief?.cause === "snow" ? null : chief;
}

/** From here on a cause is likelier to be there than not. */
const LIKELY = 0.5;

/** Whether it is likelier to be there than not; what was measured on site may have acquitted what the data show. */
export function isLikely({ confidence }: Pick<LedgerEntry, "confidence">): boolean {
  return confidence >= LIKELY;
}

/** Of what the data show and nothing acquits, what stands and counts most: a fault before what is outside, snow last; null where nothing does. */
export function chiefCause(ledger: readonly LedgerEntry[]): LedgerEntry | null {
  return ledger.filter((entry) => isWrong(entry) && isLikely(entry) && entry.since !== null && entry.stands).sort(byMending)[0] ?? null;
}
