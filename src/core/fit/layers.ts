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
  /** The start threshold as the inverter has it, or as far as hours tell. */
  start: "edge" | "ramp" | "none";
}

/** As energies are shared out, interval by interval. */
export const ALL_LIMITS: Limits = { rating: true, start: "edge" };
/** As a fit holds them against hours. */
const FITTED_LIMITS: Limits = { rating: true, start: "ramp" };

/**
 * Of the start threshold: under the first no point runs, over the second each does. In such weak light a station's light is that of the roof to some 30 %, and points are means: an
 * edge at the threshold itself would hold every small change of the array against hours in which nobody knows whether it ran.
 */
const STARTS = { edge: [1, 1], ramp: [0.7, 1.3], none: [0, 0] } as const;

/**
 * AC power of a unit under layers, W.
 * @param from and `to` the points that are worked out; others keep what they had
 */
export function outputW(
  axis: Axis,
  unit: number,
  layers: readonly Layer[],
  out: Float64Array,
  limits: Limits = FITTED_LIMITS,
  from = 0,
  to: number = axis.count,
): Float64Array {
  const one = axis.units[unit];
  const mine = layers.filter((layer) => layer.unit === unit);
  const of = (...stages: Stage[]) => mine.filter(({ stage }) => stages.includes(stage)).map(({ values }) => values);
  const whole = mine.filter(({ stage, strings }) => stage === "light" || (stage === "dc" && strings === null)).map(({ values }) => values);
  const [caps, offs, covers] = [of("limit"), of("off"), of("cover")];
  const parts = partsOf(one, mine);
  const { unlimitedW, dcW, follows, measuredW } = one;
  const [noneW, allW] = STARTS[limits.start].map((part) => part * one.startW);
  const mostW = limits.rating ? one.ratedW : Number.POSITIVE_INFINITY;
  // Stage by stage over all points: each loop is short and has nothing to look up, which makes it several times quicker than one over all stages.
  if (parts) sumParts(parts, out, from, to);
  else out.fill(1, from, to);
  for (const values of whole) for (let p = from; p < to; p++) out[p] *= values[p];
  for (let p = from; p < to; p++) {
    const rel = out[p];
    const left = 1 + follows[p] * (rel - 1);
    const dc = dcW[p] * rel;
    const started = dc >= allW ? 1 : dc < noneW ? 0 : (dc - noneW) / (allW - noneW);
    out[p] = Math.min(left < 0 ? 0 : unlimitedW[p] * left * started, mostW);
  }
  for (const values of caps) for (let p = from; p < to; p++) if (out[p] > values[p]) out[p] = values[p];
  for (const values of offs) for (let p = from; p < to; p++) out[p] *= values[p];
  for (const values of covers) for (let p = from; p < to; p++) if (values[p] > 0 && measuredW[p] < out[p]) out[p] = measuredW[p];
  return out;
}

/** What is left of a unit's DC power under what touches single strings. */
function sumParts(parts: readonly Part[], out: Float64Array, from: number, to: number): void {
  out.fill(0, from, to);
  for (const { share, touching, weight } of parts) {
    if (touching.length === 0) {
      for (let p = from; p < to; p++) out[p] += weight * share[p];
      continue;
    }
    const [first, ...others] = touching;
    if (others.length === 0) {
      for (let p = from; p < to; p++) out[p] += weight * share[p] * first[p];
      continue;
    }
    for (let p = from; p < to; p++) {
      let left = weight * share[p];
      for (const values of touching) left *= values[p];
      out[p] += left;
    }
  }
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
