import type { Possible } from "../series/impossible";
import { moduleTypeOf, stringNameplateW } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";

/** Times the rating; a meter or import that is wrong by a factor is a cause of its own and stays, what is over it can't be. */
const OVER_RATING = 3;
/** Of the rating, under nothing: what an inverter draws at night is far less. */
const UNDER_NOTHING = 0.1;
/** Light over this can't be: the sun outside the air gives 1361 W/m² (Kopp & Lean 2011), clouds' edges have added up to a half on the ground. */
const MOST_LIGHT_WM2 = 2000;
/** Sensors read a little under nothing at night (thermal offset). */
const LEAST_LIGHT_WM2 = -50;

/** Of the air and the parts: over and under all that was ever measured (WMO, Global Weather and Climate Extremes: −89.2 to 56.7 °C, gusts of 113 m/s). */
const LIMITS: readonly [RegExp, Possible][] = [
  [/^(?:ghi|dni|dhi|poa\..+)$/, { least: LEAST_LIGHT_WM2, most: MOST_LIGHT_WM2 }],
  [/^illuminance_lux$/, { least: -100, most: 250_000 }],
  [/^t_air$/, { least: -90, most: 60 }],
  [/^t_module\./, { least: -90, most: 120 }],
  [/\.temp_c$/, { least: -60, most: 150 }],
  [/^wind$/, { least: 0, most: 115 }],
  [/^rain_mm$/, { least: 0, most: 400 }],
  [/^snow_cm$/, { least: 0, most: 1200 }],
  [/soc_pct$/, { least: 0, most: 105 }],
];

/** What a channel of a site can have shown, in its own unit. @param stepHours the interval, for energies */
export function possibleOf(channel: string, site: SiteFile, stepHours: number): Possible {
  const fixed = LIMITS.find(([pattern]) => pattern.test(channel));
  if (fixed) return fixed[1];
  const [owner, second] = channel.split(".");
  const inverter = site.inverters.find(({ id }) => id === owner);
  const pvString = site.strings.find(({ id }) => id === owner);
  if (inverter) {
    const branches =
      inverter.kind === "micro"
        ? site.strings.filter((entry) => entry.inverter === owner).reduce((sum, { modules }) => sum + modules, 0)
        : 1;
    const rated = inverter.acRatedW * Math.max(1, branches);
    return { least: -UNDER_NOTHING * rated, most: OVER_RATING * rated };
  }
  if (pvString) {
    const module = moduleTypeOf(site, pvString);
    if (second === "dc_a") return { least: -UNDER_NOTHING * module.iscA, most: OVER_RATING * module.iscA };
    if (second === "dc_v") return { least: -50, most: 2 * pvString.modules * module.vocV };
    const moduleWh = (stringNameplateW(site, pvString) / pvString.modules) * stepHours;
    return { least: -UNDER_NOTHING * moduleWh, most: OVER_RATING * moduleWh };
  }
  return { least: Number.NEGATIVE_INFINITY, most: Number.POSITIVE_INFINITY };
}
