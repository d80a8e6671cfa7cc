import { FormatError } from "../formats/formatError";
import type { Grid, Series } from "../series/grid";
import { litSun } from "../sun/litInterval";
import type { Observer } from "../sun/position";

/** Weather on a regular axis; every array has one value an interval, NaN where missing. */
export interface Weather {
  grid: Grid;
  /** Global horizontal, direct normal and diffuse horizontal irradiance, W/m²; null where not measured. */
  ghiWm2: Float64Array | null;
  dniWm2: Float64Array | null;
  dhiWm2: Float64Array | null;
  illuminanceLux: Float64Array | null;
  /** Irradiance measured in a plane, W/m², by plane. */
  poaWm2: Map<string, Float64Array>;
  airTempC: Float64Array;
  /** Module temperature measured on a plane, °C, by plane. */
  moduleTempC: Map<string, Float64Array>;
  windMs: Float64Array | null;
  rainMm: Float64Array | null;
  /** Snow depth on the ground, cm. */
  snowCm: Float64Array | null;
}

/** Names the channels of a weather series. A series without `t_air` gets one of missing values. */
export function weatherFromSeries(series: Series): Weather {
  const one = (name: string) => series.channels.get(name) ?? null;
  const byPlane = (prefix: string) =>
    new Map([...series.channels].filter(([name]) => name.startsWith(prefix)).map(([name, values]) => [name.slice(prefix.length), values]));
  return {
    grid: series.grid,
    ghiWm2: one("ghi"),
    dniWm2: one("dni"),
    dhiWm2: one("dhi"),
    illuminanceLux: one("illuminance_lux"),
    poaWm2: byPlane("poa."),
    airTempC: one("t_air") ?? new Float64Array(series.grid.count).fill(Number.NaN),
    moduleTempC: byPlane("t_module."),
    windMs: one("wind"),
    rainMm: one("rain_mm"),
    snowCm: one("snow_cm"),
  };
}

/** With the sun at least this high for this long, no sky is black. */
const SURELY_LIT = { sine: Math.sin((10 * Math.PI) / 180), ms: 3 * 3_600_000 };

/**
 * Refuses weather without light: nothing can be expected from it. Missing in every interval, or nought in every one
 * although the sun stood high (a dead sensor, a wrong column). A polar night, all noughts, is light enough.
 * @param file its name, for the error
 * @throws FormatError
 */
export function checkLight(weather: Series, file: string, observer: Observer): void {
  const light = [...weather.channels].filter(([name]) => /^(ghi|dni|dhi|illuminance_lux|poa\..+)$/.test(name));
  const refuse = (found: string): never => {
    throw new FormatError({
      file,
      key: light.map(([name]) => name).join(", ") || "ghi",
      found,
      expected: "irradiance in W/m² (or lux)",
    });
  };
  if (!light.some(([, values]) => values.some((value) => !Number.isNaN(value)))) refuse("no value at all");
  if (light.some(([, values]) => values.some((value) => value > 0))) return;
  const { up } = litSun(weather.grid, observer);
  let high = 0;
  for (const sine of up) if (sine > SURELY_LIT.sine) high++;
  if (high * weather.grid.stepMs >= SURELY_LIT.ms) refuse("nothing but 0 while the sun stood high");
}
