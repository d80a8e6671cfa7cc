import type { BriefFields } from "@/core/changes/change";
import type { Series } from "@/core/series/grid";
import type { SiteFile } from "@/core/site/siteSchema";

/** A site of the demonstration: its papers, its hidden faults and the case that is open there. */
export interface DemoSite {
  site: SiteFile;
  seed: number;
  /** From and to when its data are made, and up to where they are loaded; the rest waits in files to be imported. */
  period: { from: string; loadedUntil: string; to: string };
  /** Hidden faults, as `irradant-faults/1` has them; snow lies wherever the weather brings it. */
  faults: readonly object[];
  /** What the weather does that the chances don't. */
  weather?: (series: Series) => Series;
  /** How much better or worse than its papers the array really is. */
  trueRatio: number;
  /** Channels that its monitoring tells. */
  told: RegExp;
  case: { id: string; kind: "complaint" | "alarm" | "routine"; title: string; openedAt: string; owner: string; brief: BriefFields };
}

/** What monitoring tells: AC power alone; each string's current and voltage too; modules' energies; a battery's charge. */
export const TELLS = {
  power: /\.ac_w$/,
  strings: /\.(ac_w|dc_a|dc_v)$/,
  modules: /\.(ac_w|wh)$/,
  battery: /\.(ac_w|soc_pct)$/,
} as const;

/** The demonstration's year, on the sites' own calendar, and its three years. */
export const YEAR = { from: "2025-10-31T23:00:00Z", loadedUntil: "2026-10-31T23:00:00Z", to: "2026-10-31T23:00:00Z" } as const;
export const THREE_YEARS = { ...YEAR, from: "2023-10-31T23:00:00Z" } as const;
