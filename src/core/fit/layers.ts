import type { Axis, FitUnit } from "./axis";

/**
 * Where in the chain a cause acts: `light` on what the sensor says (a fault of the sensor, not of the array), `dc` on a unit's or some strings' DC power
 * as a share, `limit` as a cap in W, `off` as a share of the output, `cover` hides whatever is missing (1 where it may).
 */
export type Stage = "light" | "dc" | "limit" | "off" | "cover";

/** What a cause does to one unit, point by point. */
export interface Layer {
  /** Index of the unit on its axis. */
  unit: number;
  stage: Stage;
  /** Strings that it acts on; null for all of the unit. */
  strings: ReadonlySet<string> | null;
  values: Float64Array;
}

/** Which design limits are applied. */
export interface Limits {
  rating: boolean;
  start: boolean;
}

export const ALL_LIMITS: Limits = { rating: true, start: true };

/**
 * AC power of a unit under layers, W.
 * @param from and `to` the points that are worked out; others keep what they had
 */
export function outputW(
  axis: Axis,
  unit: number,
  layers: readonly Layer[],
  out: Float64Array,
  limits: Limits = ALL_LIMITS,
  from = 0,
  to: number = axis.count,
): Float64Array {
  const one = axis.units[unit];
  const mine = layers.filter((layer) => layer.unit === unit);
  const whole = mine.filter(({ stage, strings }) => stage === "light" || (stage === "dc" && strings === null));
  const parts = partsOf(one, mine);
  const caps = mine.filter(({ stage }) => stage === "limit");
  const offs = mine.filter(({ stage }) => stage === "off");
  const covers = mine.filter(({ stage }) => stage === "cover");
  const { unlimitedW, dcW, follows, measuredW } = one;
  const startW = limits.start ? one.startW : 0;
  for (let p = from; p < to; p++) {
    let rel = 1;
    if (parts) {
      rel = 0;
      for (const { share, touching, weight } of parts) {
        let left = weight * share[p];
        for (const values of touching) left *= values[p];
        rel += left;
      }
    }
    for (const { values } of whole) rel *= values[p];
    let watts = dcW[p] * rel < startW ? 0 : unlimitedW[p] * Math.max(0, 1 + follows[p] * (rel - 1));
    if (limits.rating && watts > one.ratedW) watts = one.ratedW;
    for (const { values } of caps) if (watts > values[p]) watts = values[p];
    for (const { values } of offs) watts *= values[p];
    for (const { values } of covers) if (values[p] > 0 && measuredW[p] < watts) watts = measuredW[p];
    out[p] = watts;
  }
  return out;
}

interface Part {
  share: Float64Array;
  /** Part of the group that is touched alike. */
  weight: number;
  touching: Float64Array[];
}

/** The unit's strings by what touches them; null where nothing touches single ones. */
function partsOf({ groups }: FitUnit, layers: readonly Layer[]): Part[] | null {
  const single = layers.filter(({ stage, strings }) => stage === "dc" && strings !== null);
  if (single.length === 0) return null;
  return groups.flatMap(({ strings, share }) => {
    const kinds = new Map<string, { count: number; touching: Float64Array[] }>();
    for (const id of strings) {
      const touching = single.filter((layer) => layer.strings?.has(id));
      const key = touching.map((layer) => single.indexOf(layer)).join();
      const kind = kinds.get(key) ?? { count: 0, touching: touching.map(({ values }) => values) };
      kind.count++;
      kinds.set(key, kind);
    }
    return [...kinds.values()].map(({ count, touching }) => ({ share, weight: count / strings.length, touching }));
  });
}
