import type { Grid, Series } from "../series/grid";

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

/** The same weather with its light mended: what the station's sensors and those in the planes said, times a factor each interval. */
export function withLight(weather: Weather, factor: Float64Array): Weather {
  const mended = (values: Float64Array) => values.map((value, i) => value * factor[i]);
  return {
    ...weather,
    ghiWm2: weather.ghiWm2 && mended(weather.ghiWm2),
    dniWm2: weather.dniWm2 && mended(weather.dniWm2),
    dhiWm2: weather.dhiWm2 && mended(weather.dhiWm2),
    poaWm2: new Map([...weather.poaWm2].map(([plane, values]) => [plane, mended(values)])),
  };
}
