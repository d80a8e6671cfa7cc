import type { Mark, Spot } from "@/core/changes/photoMarks";

/** Marks are as thick as this share of a picture's longer side, and written as large: read on a phone and on paper. */
const LOOK = { stroke: 0.008, text: 0.04, head: 0.03 };

/** Dark on a light edge: seen on snow and on slate alike. */
export const MARK_COLOURS = { line: "#8c0d22", edge: "#ffffff" };

/** What a picture's size makes of marks, px of the picture. */
export function lookOn(width: number, height: number) {
  const longer = Math.max(width, height);
  return {
    stroke: LOOK.stroke * longer,
    text: LOOK.text * longer,
    head: LOOK.head * longer,
    at: ([x, y]: Spot): [number, number] => [x * width, y * height],
  };
}

/** What a mark is called. */
export function markWords(mark: Mark): string {
  return mark.kind === "text" ? `Words “${mark.text}”` : mark.kind === "arrow" ? "Arrow" : "Ring";
}
