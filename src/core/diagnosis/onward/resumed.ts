import { engineOf } from "../../causes/engines";
import { DAY_MS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Layer } from "../../fit/layers";
import type { Carried } from "./frozen";

/** An axis whose days are counted from the first instant of the data that causes were told from. */
export function countedFrom(axis: Axis, startMs: number): Axis {
  const before = (axis.comparison.grid.startMs - startMs) / DAY_MS;
  return { ...axis, day: axis.day.map((day) => day + before) };
}

/** What a cause that goes on does at the points of an axis, from its begin on and up to an interval. */
export function resumed({ cause, seed, fromMs }: Carried, on: Axis, end = on.comparison.grid.count): Layer[] {
  const { startMs, stepMs } = on.comparison.grid;
  const begin = Math.floor((fromMs - startMs) / stepMs);
  return (engineOf(cause).resume?.(seed, on) ?? []).map((layer) => {
    const nothing = layer.stage === "limit" ? Number.POSITIVE_INFINITY : layer.stage === "cover" ? 0 : 1;
    return { ...layer, values: layer.values.map((value, p) => (on.interval[p] >= begin && on.interval[p] < end ? value : nothing)) };
  });
}
