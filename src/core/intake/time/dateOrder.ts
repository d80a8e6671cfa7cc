import { DAY_MS } from "../../constants";
import type { DateOrder } from "./dateText";

/** An order of dates and how well the stamps follow each other in it. */
function follows(times: Float64Array): number {
  let good = 0;
  for (let i = 1; i < times.length; i++) {
    const gap = Math.abs(times[i] - times[i - 1]);
    if (gap > 0 && gap <= DAY_MS) good++;
  }
  return good;
}

/**
 * Of the orders in which all dates of a table can be read the one in which days follow each other; of a table of one day the one that is
 * usual where such dates are written.
 * @param groups times of each group in each order that is left
 * @param usual the order where nothing tells
 */
export function tellDateOrder(
  groups: readonly ReadonlyMap<DateOrder, Float64Array>[],
  usual: DateOrder,
): { order: DateOrder; told: boolean } {
  const orders = [...(groups[0]?.keys() ?? [])];
  if (orders.length <= 1) return { order: orders[0] ?? usual, told: true };
  const same = groups.every((times) => orders.every((order) => equal(times.get(order), times.get(orders[0]))));
  if (same) return { order: orders[0], told: true };
  const scores = orders.map((order) => ({
    order,
    score: groups.reduce((sum, times) => sum + follows(times.get(order) as Float64Array), 0),
  }));
  const most = Math.max(...scores.map(({ score }) => score));
  const best = scores.filter(({ score }) => score === most).map(({ order }) => order);
  return best.length === 1 ? { order: best[0], told: true } : { order: best.includes(usual) ? usual : best[0], told: false };
}

function equal(a: Float64Array | undefined, b: Float64Array | undefined): boolean {
  return a !== undefined && b !== undefined && a.length === b.length && a.every((value, i) => value === b[i]);
}

/** Month first is usual in North America, and with slashes and a clock of twelve hours. */
export function usualOrder(zone: string, sample: string): DateOrder {
  const american = /^America\/(?!Sao_Paulo|Argentina|Bogota|Lima|Santiago|Caracas|Mexico_City)/.test(zone);
  return american || (/\//.test(sample) && /[ap]\.?m/i.test(sample)) ? "mdy" : "dmy";
}
