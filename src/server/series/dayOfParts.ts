import { DAY_MS, HOUR_MS, MINUTE_MS } from "@/core/constants";
import { NotFoundError } from "@/core/errors/errors";
import { dayStartMs } from "@/core/series/localDay";
import { assembleSeries } from "@/db/assembleSeries";
import { readPacked } from "@/db/seriesStore";
import { type Actor, allow } from "../actor";
import { presentSite } from "../sites/asBuilt";

/** One day of everything on a site that tells its own power. */
export interface DayOfParts {
  /** Minutes after midnight, by the site's clock, of each slot. */
  minutes: number[];
  /** Mean power of strings and modules in each slot, W (of strings without a voltage, current, A); null where nothing is known. */
  parts: { scope: string; unit: "W" | "A"; values: (number | null)[] }[];
}

/**
 * Power of strings and modules on a calendar day of the site, as it was measured.
 * @param day like 2026-01-15
 * @throws NotFoundError where there is no site, or nothing of that day
 */
export async function dayOfParts(actor: Actor, siteId: string, day: string): Promise<DayOfParts> {
  allow(actor, "read");
  const { site } = await presentSite(siteId);
  const startMs = dayStartMs(day, site.location.timeZone);
  const [first, last] = [Math.floor(startMs / DAY_MS), Math.floor((startMs + DAY_MS - 1) / DAY_MS)];
  const series = assembleSeries(await readPacked(siteId, "production", [first, last]));
  const grid = series?.grid;
  if (!series || !grid) throw new NotFoundError("production of site on a day", `${siteId} ${day}`);
  const slots = Array.from({ length: grid.count }, (_, i) => i).filter((i) => {
    const at = grid.startMs + i * grid.stepMs;
    return at >= startMs && at < startMs + DAY_MS;
  });
  const hours = grid.stepMs / HOUR_MS;
  const { channels } = series;
  const parts = [...channels].flatMap(([name, values]): DayOfParts["parts"] => {
    const told = (of: (i: number) => number) => slots.map((i) => (Number.isNaN(of(i)) ? null : Math.round(10 * of(i)) / 10));
    if (name.endsWith(".wh")) return [{ scope: name.slice(0, -".wh".length), unit: "W", values: told((i) => values[i] / hours) }];
    if (!name.endsWith(".dc_a")) return [];
    const scope = name.slice(0, -".dc_a".length);
    const volts = channels.get(`${scope}.dc_v`);
    return [volts ? { scope, unit: "W", values: told((i) => values[i] * volts[i]) } : { scope, unit: "A", values: told((i) => values[i]) }];
  });
  return { minutes: slots.map((i) => Math.round((grid.startMs + i * grid.stepMs - startMs) / MINUTE_MS)), parts };
}
