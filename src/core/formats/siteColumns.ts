import { FormatError } from "../errors/formatError";
import type { SiteFile } from "../site/siteSchema";
import type { SeriesKind } from "./seriesColumns";

/** Whether a column speaks of a part of this site. Site-wide columns (weather, meters) always do. */
export function belongsToSite(name: string, site: SiteFile): boolean {
  const [owner, second] = name.split(".");
  if (owner === "poa" || owner === "t_module") return site.planes.some((plane) => plane.id === second);
  if (!name.includes(".") || owner === "meter" || owner === "battery") return true;
  return site.inverters.some((inverter) => inverter.id === owner) || site.strings.some((pvString) => pvString.id === owner);
}

/**
 * Refuses a series none of whose power (or light) columns belongs to the site.
 * @throws FormatError naming the columns and what was expected
 */
export function checkSiteColumns(names: readonly string[], kind: SeriesKind, site: SiteFile, file: string): void {
  const power = kind === "production" ? /\.(ac_w|dc_w|dc_a|wh|kwh)$/ : /^(ghi|poa\..+|illuminance_lux)$/;
  if (names.some((name) => power.test(name) && belongsToSite(name, site))) return;
  const expected =
    kind === "production"
      ? `a column that gives the power of an inverter of ${site.id}, like ${site.inverters.map((inverter) => `${inverter.id}.ac_w`).join(" or ")}`
      : `ghi or ${site.planes.map((plane) => `poa.${plane.id}`).join(" or ")}`;
  throw new FormatError({ file, line: 1, found: `columns ${names.join(", ")}`, expected });
}
