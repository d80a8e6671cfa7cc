/** Name of the cookie that remembers whether the ledger is folded, so that the server draws it so at once. */
export const LEDGER_COOKIE = "irradant-ledger";

/** Folds the ledger to a spine of hatches, or unfolds it, and remembers that for a year. */
export function toggleLedger(): void {
  const root = document.documentElement;
  const next = root.dataset.ledger === "folded" ? "open" : "folded";
  root.dataset.ledger = next;
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store isn't in every browser of the field yet
  document.cookie = `${LEDGER_COOKIE}=${next}; path=/; max-age=31536000; samesite=lax`;
}
