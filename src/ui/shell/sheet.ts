/** Name of the cookie that remembers the sheet, so that the server draws the right one at once. */
export const SHEET_COOKIE = "irradant-sheet";

/** Changes the sheet and remembers it for a year. */
export function toggleSheet(): void {
  const root = document.documentElement;
  const next = root.dataset.sheet === "dark" ? "light" : "dark";
  root.dataset.sheet = next;
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store isn't in every browser of the field yet
  document.cookie = `${SHEET_COOKIE}=${next}; path=/; max-age=31536000; samesite=lax`;
}
