import { HOUR_MS } from "../../constants";
import { floats } from "../../series/floats";
import type { DateOrder } from "../time/dateText";
import type { RawGroup } from "./rawTable";

/** A group's rows in order of time. */
export interface ArrangedGroup {
  /** Times as shown (or instants), in the order of `rows`. */
  times: Float64Array;
  /** Row of the file that stands at each place; null where the file's order is kept. */
  rows: Int32Array | null;
  /** What had to be done. */
  done: "newest-first" | "out-of-order" | null;
}

/** A clock that is put back goes back by an hour; what goes back further is out of order. */
const PUT_BACK_MS = 2 * HOUR_MS;

/** Puts a group's rows in order of time: turns round what is told newest first, sorts what is mixed. An hour that a clock shows twice stays twice. */
export function arrange(group: RawGroup, order: DateOrder): ArrangedGroup {
  const shown = group.times.get(order) as Float64Array;
  let [back, forth, far] = [0, 0, 0];
  for (let i = 1; i < shown.length; i++) {
    if (shown[i] < shown[i - 1]) back++;
    else if (shown[i] > shown[i - 1]) forth++;
    if (shown[i] < shown[i - 1] - PUT_BACK_MS) far++;
  }
  if (back === 0 || (far === 0 && forth > 20 * back)) return { times: shown, rows: null, done: null };
  const turned = back > forth;
  const rows = Int32Array.from(shown, (_, i) => (turned ? shown.length - 1 - i : i));
  const farBack = turned ? countFar(shown) : far;
  if (farBack === 0 && turned) return { times: floats(rows.length, (k) => shown[rows[k]]), rows, done: "newest-first" };
  rows.sort((a, b) => shown[a] - shown[b]);
  return { times: floats(rows.length, (k) => shown[rows[k]]), rows, done: "out-of-order" };
}

function countFar(shown: Float64Array): number {
  let far = 0;
  for (let i = 1; i < shown.length; i++) if (shown[i] > shown[i - 1] + PUT_BACK_MS && i > 1 && shown[i] > shown[0]) far++;
  return far;
}

/** A column's values in the order of an arranged group. */
export function arranged(values: Float64Array, { rows }: ArrangedGroup): Float64Array {
  return rows ? floats(rows.length, (k) => values[rows[k]]) : values;
}
