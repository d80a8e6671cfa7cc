import { writeInstant } from "../formats/instant";
import type { Applied } from "./applyMapping";

const ROWS_A_PIECE = 512;
/** Thousandths of a watt, and of every other unit of the format. */
const SCALE = 1000;

/** The series as CSV, some rows at a time; intervals without a row in the file are left out, as gaps. */
export function* writeNormalised({ series: { grid, channels }, there }: Applied): Generator<string> {
  const values = [...channels.values()];
  yield `${["timestamp", ...channels.keys()].join(",")}\n`;
  let piece = "";
  for (let i = 0, rows = 0; i < grid.count; i++) {
    if (!there[i]) continue;
    piece += writeInstant(grid.startMs + i * grid.stepMs);
    for (const channel of values) piece += Number.isNaN(channel[i]) ? "," : `,${Math.round(channel[i] * SCALE) / SCALE}`;
    piece += "\n";
    if (++rows % ROWS_A_PIECE === 0) {
      yield piece;
      piece = "";
    }
  }
  if (piece !== "") yield piece;
}
