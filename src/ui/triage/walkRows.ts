import type { KeyboardEvent } from "react";

const STEPS: Readonly<Record<string, (at: number, count: number) => number>> = {
  ArrowDown: (at, count) => Math.min(count - 1, at + 1),
  ArrowUp: (at) => Math.max(0, at - 1),
  Home: () => 0,
  End: (_, count) => count - 1,
};

/** Arrow keys walk from row to row of a sheet, by the link that each row is opened with; N begins a case at the row. Text fields keep their keys. */
export function walkRows(event: KeyboardEvent<HTMLElement>): void {
  if (event.altKey || event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement) return;
  const links = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-opens-row]")];
  const row = (event.target as HTMLElement).closest("[data-row]");
  const at = links.findIndex((link) => row?.contains(link));
  if (event.key === "n" && row) {
    event.preventDefault();
    row.querySelector<HTMLElement>("[data-new-case]")?.click();
    return;
  }
  const step = STEPS[event.key];
  if (!step || links.length === 0) return;
  event.preventDefault();
  links[step(at, links.length)]?.focus();
}
