import { HOUR_MS } from "../../constants";
import { counterSteps } from "../../series/counters";
import type { SiteFile } from "../../site/siteSchema";
import type { ReadColumn } from "../columns/columns";
import type { Form } from "../mapping";
import { clearSkyChannels, clearSkyTwin } from "./clearSky";
import { type ClearCurve, type DayLag, dayLags } from "./dayLags";

/** The clear sky of a site, worked out once for each stretch that is asked for. */
export class ClearSkies {
  private readonly known = new Map<string, Map<string, Float64Array>>();

  constructor(private readonly site: SiteFile) {}

  /** The course that a channel would have; null where it isn't the sun's. */
  curve(channel: string): ClearCurve | null {
    const twin = clearSkyTwin(channel, this.site);
    if (twin === null) return null;
    return (startMs, count, stepMs) => {
      const key = `${startMs}/${count}/${stepMs}`;
      let channels = this.known.get(key);
      if (!channels) {
        channels = clearSkyChannels(this.site, { startMs, stepMs, count });
        this.known.set(key, channels);
      }
      return channels.get(twin) ?? new Float64Array(count);
    };
  }
}

/** Means over intervals in the column's own unit by hours (an energy of 1 kWh in a quarter of an hour is 4), in order of time. */
export function asMeans(values: Float64Array, form: Form, stepMs: number, times: Float64Array): Float64Array {
  if (form === "mean") return values;
  const perHour = HOUR_MS / stepMs;
  if (form === "interval") return values.map((value) => value * perHour);
  const { steps } = counterSteps(values, Number.POSITIVE_INFINITY, form === "day-counter");
  // What was counted over a hole belongs to no one interval.
  return steps.map((step, i) => (times[i + 1] - times[i] > 1.5 * stepMs ? Number.NaN : step * perHour));
}

/** How well a column tells the sun's time: output first, then light, then what follows it. */
export function referenceRank({ to }: ReadColumn): number {
  if (to === null) return 0;
  if (to.endsWith(".ac_w")) return 5;
  if (/^(?:poa\.|ghi$)/.test(to)) return 4;
  if (to.endsWith(".dc_w")) return 3;
  if (to.startsWith("meter.")) return 2;
  return /\.dc_a$|\.wh$|^illuminance/.test(to) ? 1 : 0;
}

/** A column's sunniest days held against the clear sky of its channel. */
export function columnLags(
  column: Pick<ReadColumn, "to">,
  wallMs: Float64Array,
  means: Float64Array,
  stepMs: number,
  skies: ClearSkies,
  aboutMinutes: number,
): DayLag[] {
  const curve = column.to === null ? null : skies.curve(column.to);
  return curve ? dayLags(wallMs, means, stepMs, curve, aboutMinutes) : [];
}
