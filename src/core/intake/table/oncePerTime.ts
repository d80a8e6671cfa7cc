import { FormatError } from "../../errors/formatError";
import { writeInstant } from "../../formats/instant";
import { floats } from "../../series/floats";
import type { Repair } from "../mapping";
import { type ArrangedGroup, arranged } from "./arrange";
import { placeOfLine, type RawColumn, type RawTable } from "./rawTable";

/** Rows in order of time, each time once. */
export interface TimedRows {
  times: Float64Array;
  /** Line of each in the file. */
  lines: Float64Array;
  /** A column's values in this order: a copy that may be changed. */
  values(raw: RawColumn): Float64Array;
}

/**
 * Leaves each time once: rows that come again with the same values, or with some that were missing, are put together.
 * @throws FormatError where two rows of one time contradict each other
 */
export function oncePerTime(
  instants: Float64Array,
  place: ArrangedGroup,
  fileLines: Float64Array,
  columns: readonly RawColumn[],
  table: Pick<RawTable, "files">,
  repairs: Repair[],
): TimedRows {
  const order = sortedOrder(instants);
  const own = (values: Float64Array) => {
    const inTime = arranged(values, place);
    return order ? floats(order.length, (k) => inTime[order[k]]) : inTime;
  };
  const times = order ? floats(order.length, (k) => instants[order[k]]) : instants;
  const lines = own(fileLines);
  const doubles = doublesOf(times);
  if (doubles.length === 0) return { times, lines, values: (raw) => own(raw.values).slice() };
  const all = new Map(columns.map((raw) => [raw, own(raw.values).slice()]));
  for (const at of doubles) for (const [raw, values] of all) merge(values, at, raw.name, times, lines, table);
  const keep = Int32Array.from({ length: times.length }, (_, i) => i).filter((i) => i + 1 >= times.length || times[i + 1] !== times[i]);
  repairs.push({ kind: "double-rows", text: "rows that stand there twice, taken once", count: doubles.length, line: lines[doubles[0]] });
  const kept = (values: Float64Array) => floats(keep.length, (k) => values[keep[k]]);
  return { times: kept(times), lines: kept(lines), values: (raw) => kept(all.get(raw) ?? own(raw.values)) };
}

/** Entries in order of time, those that have none left out; null where all are in order already. */
function sortedOrder(instants: Float64Array): Int32Array | null {
  let last = Number.NEGATIVE_INFINITY;
  for (const at of instants) {
    if (!(at >= last)) return inOrder(instants);
    last = at;
  }
  return null;
}

function inOrder(instants: Float64Array): Int32Array {
  const there = Int32Array.from(instants, (_, k) => k).filter((k) => !Number.isNaN(instants[k]));
  return there.sort((a, b) => instants[a] - instants[b] || a - b);
}

/** Places whose time is that of the one before. */
function doublesOf(times: Float64Array): number[] {
  const out: number[] = [];
  for (let i = 1; i < times.length; i++) if (times[i] === times[i - 1]) out.push(i);
  return out;
}

/** Brings what is known of a time to its last row. */
function merge(
  values: Float64Array,
  at: number,
  name: string,
  times: Float64Array,
  lines: Float64Array,
  table: Pick<RawTable, "files">,
): void {
  const [before, here] = [values[at - 1], values[at]];
  if (Number.isNaN(here)) values[at] = before;
  else if (!Number.isNaN(before) && before !== here) {
    const [first, second] = [lines[at - 1], lines[at]].sort((a, b) => a - b).map((line) => placeOfLine(table, line));
    const there = first.file === second.file ? "" : `${first.file}, `;
    throw new FormatError({
      ...second,
      key: name,
      found: `${lines[at] > lines[at - 1] ? here : before} for ${writeInstant(times[at])}, where ${there}line ${first.line} has ${lines[at] > lines[at - 1] ? before : here}`,
      expected: "one value for each time",
    });
  }
}
