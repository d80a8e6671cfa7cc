/** A row of a table as it stands in a file: its cells without blanks at their ends, and its line from 1. */
export interface TableRow {
  cells: string[];
  line: number;
}

/** Cells without blanks of any kind at their ends, and without the mark of a text's beginning. */
export function trimmedCells(cells: readonly string[]): string[] {
  return cells.map((cell) => cell.replace(/^[\s\u00a0\ufeff]+|[\s\u00a0]+$/g, ""));
}

export function isBlank(cells: readonly string[]): boolean {
  return cells.every((cell) => cell === "");
}

/** How many cells a row has up to its last one with something in it. */
export function filledWidth(cells: readonly string[]): number {
  let width = cells.length;
  while (width > 0 && cells[width - 1] === "") width--;
  return width;
}
