import { told } from "../../round";
import { siteNameplateW } from "../../site/lookups";
import type { DesignLimit, DesignRule } from "../rule";

/** Power that a total may be off by, kW: it was rounded to a tenth. */
const ROUNDED_KW = 0.051;

/** Totals that the papers give (`totals.modules`, `totals.kwp` of the site file) against what its strings add up to. */
export const totals: DesignRule = {
  id: "totals",
  title: "Totals that add up",
  hold: ({ site }) => {
    const given = (typeof site.totals === "object" && site.totals !== null ? site.totals : {}) as { modules?: unknown; kwp?: unknown };
    const modules = site.strings.reduce((sum, pvString) => sum + pvString.modules, 0);
    const kwp = siteNameplateW(site) / 1000;
    const limits: DesignLimit[] = [];
    if (typeof given.modules === "number") limits.push(sameAs("totals-modules", modules, given.modules, "", 0));
    if (typeof given.kwp === "number") limits.push(sameAs("totals-kwp", kwp, given.kwp, "kWp", ROUNDED_KW));
    return limits;
  },
};

function sameAs(id: string, value: number, limit: number, unit: string, within: number): DesignLimit {
  const ok = Math.abs(value - limit) <= within;
  return {
    ...{ id, scope: "site", value, limit, unit, ok, concerns: "papers" },
    reason:
      `The strings add up to ${told(value)} ${unit}`.trim() + (ok ? ", as the papers say" : `, the papers say ${told(limit)}: count again`),
    formula: "Σ over the strings = the total of the papers",
    source: "the site file itself",
  };
}
