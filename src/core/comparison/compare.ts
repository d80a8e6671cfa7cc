import { FormatError } from "../errors/formatError";
import { type ExpectedOutput, expectedOutput } from "../expected/expectedOutput";
import { DEFAULT_MODEL, type ModelOptions } from "../expected/options";
import { writeInstant } from "../formats/instant";
import { type Grid, gridEndMs, type Series } from "../series/grid";
import { type DayIndex, indexDays } from "../series/localDay";
import { commonGrid, resample } from "../series/resample";
import type { SiteFile } from "../site/siteSchema";
import { checkLight } from "../weather/checkLight";
import { type Weather, weatherFromSeries, withLight } from "../weather/weather";
import { buildUnits, type Unit } from "./unit";

/** Measured and expected side by side on one axis: what every detector looks at. */
export interface Comparison {
  site: SiteFile;
  grid: Grid;
  /** Intervals by the site's calendar day. */
  days: DayIndex;
  weather: Weather;
  options: ModelOptions;
  expected: ExpectedOutput;
  units: Unit[];
  /** Inverters without any measurement. */
  unmeasured: string[];
  /** Measured state of charge of a battery, %, where there is one. */
  batteryPct: Float64Array | null;
  /** True where the light was wrong and has been mended: then the rest of it is looked for more closely. */
  lightMended: boolean;
  /** What was measured, on the axis. */
  production: Series;
}

/** File names for errors. */
export interface SourceNames {
  production: string;
  weather: string;
}

/**
 * Brings weather and production to one axis and works out what was to be expected.
 * @throws FormatError where they share no time, or nothing in the production belongs to the site
 */
export function compare(
  site: SiteFile,
  weather: Series,
  production: Series,
  names: SourceNames,
  options: ModelOptions = DEFAULT_MODEL,
): Comparison {
  const grid = commonGrid(weather.grid, production.grid);
  if (!grid) {
    throw new FormatError({
      file: names.production,
      found: `times from ${spanOf(production.grid)}`,
      expected: `times that overlap the weather in ${names.weather} (${spanOf(weather.grid)})`,
    });
  }
  checkLight(weather, names.weather, site.location);
  const common = weatherFromSeries(resample(weather, grid));
  const measured = resample(production, grid);
  // Working voltages take time and room: only where there is something to hold against them.
  const voltages = [...measured.channels.keys()].some((name) => name.endsWith(".dc_v"));
  const expected = expectedOutput(site, common, options, undefined, voltages);
  const { units, unmeasured } = buildUnits(site, expected, measured);
  if (units.length === 0) {
    throw new FormatError({
      file: names.production,
      line: 1,
      found: `columns ${[...production.channels.keys()].join(", ") || "(none)"}`,
      expected: `a column that gives the power of an inverter, like ${site.inverters.map((inverter) => `${inverter.id}.ac_w`).join(" or ")}`,
    });
  }
  const batteryPct = measured.channels.get("battery.soc_pct") ?? null;
  return {
    site,
    grid,
    days: indexDays(grid, site.location.timeZone),
    weather: common,
    options,
    expected,
    units,
    unmeasured,
    batteryPct,
    lightMended: false,
    production: measured,
  };
}

/** The same comparison with another copy of what was measured: put right, where it was wrong. */
export function withProduction(comparison: Comparison, production: Series): Comparison {
  const { units, unmeasured } = buildUnits(comparison.site, comparison.expected, production);
  return { ...comparison, units, unmeasured, production, batteryPct: production.channels.get("battery.soc_pct") ?? null };
}

/** The same comparison in mended light: everything that was to be expected is worked out again. */
export function inLight(comparison: Comparison, factor: Float64Array): Comparison {
  const { site, options, production } = comparison;
  const weather = withLight(comparison.weather, factor);
  const voltages = [...production.channels.keys()].some((name) => name.endsWith(".dc_v"));
  const expected = expectedOutput(site, weather, options, undefined, voltages);
  const { units, unmeasured } = buildUnits(site, expected, production);
  return { ...comparison, weather, expected, units, unmeasured, lightMended: true };
}

function spanOf(grid: Grid): string {
  return `${writeInstant(grid.startMs)} to ${writeInstant(gridEndMs(grid))}`;
}
