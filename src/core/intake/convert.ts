import { HOUR_MS } from "../constants";
import { accumulated, counterSteps, withoutResets } from "../series/counters";
import type { GatherBy } from "../series/gather";
import { inBase, type Unit } from "./columns/units";
import type { Form } from "./mapping";

/** How a channel of ours wants its values. */
type Wanted = "mean" | "sum" | "counter";

function wantedOf(channel: string): Wanted {
  if (channel.endsWith(".kwh")) return "counter";
  return channel.endsWith(".wh") || channel === "rain_mm" ? "sum" : "mean";
}

export function gatherBy(channel: string): GatherBy {
  const wanted = wantedOf(channel);
  return wanted === "counter" ? "first" : wanted;
}

/** What base units are brought to for a channel: a meter's kWh from Wh, snow's centimetres from millimetres. */
function channelFactor(channel: string): number {
  if (channel.endsWith(".kwh")) return 1e-3;
  return channel === "snow_cm" ? 0.1 : 1;
}

/** A column made a channel, with the places of what had to be bridged. */
export interface Converted {
  values: Float64Array;
  resets: number[];
}

/**
 * A column's values as a channel of ours wants them.
 * @param values in order of time, in the column's unit
 * @param times of the values, ms
 * @param mostPerStep more energy than can come in one interval, Wh
 */
export function convert(
  values: Float64Array,
  times: Float64Array,
  { channel, unit, form, stepMs, mostPerStep }: { channel: string; unit: Unit; form: Form; stepMs: number; mostPerStep: number },
): Converted {
  const base = values.map((value) => inBase(value, unit));
  const wanted = wantedOf(channel);
  const hours = stepMs / HOUR_MS;
  const factor = channelFactor(channel);
  if (wanted === "counter") return asCounter(base, form, hours, factor);
  if (form === "mean")
    return {
      values: wanted === "sum" && unit.dimension === "power" ? base.map((value) => value * hours) : scaled(base, factor),
      resets: [],
    };
  const { sums, resets } = form === "interval" ? { sums: base, resets: [] } : countedSums(base, times, form, stepMs, mostPerStep);
  return { values: wanted === "mean" ? sums.map((value) => (value / hours) * factor) : scaled(sums, factor), resets };
}

const scaled = (values: Float64Array, factor: number): Float64Array => (factor === 1 ? values : values.map((value) => value * factor));

function asCounter(base: Float64Array, form: Form, hours: number, factor: number): Converted {
  if (form === "mean") return { values: scaled(accumulated(base.map((value) => value * hours)), factor), resets: [] };
  if (form === "interval") return { values: scaled(accumulated(base), factor), resets: [] };
  const { values, resets } = withoutResets(base);
  return { values: scaled(values, factor), resets: form === "day-counter" ? [] : resets };
}

/** What a counter counted in each interval; what it counted over a hole belongs to no one interval. */
function countedSums(base: Float64Array, times: Float64Array, form: Form, stepMs: number, mostPerStep: number) {
  const { steps, resets } = counterSteps(base, mostPerStep, form === "day-counter");
  for (let i = 0; i + 1 < times.length; i++) if (times[i + 1] - times[i] > 1.5 * stepMs) steps[i] = Number.NaN;
  return { sums: steps, resets: form === "day-counter" ? [] : resets };
}
