import { DAY_MS, YEAR_DAYS } from "../constants";
import type { Axis } from "./axis";
import type { Cells } from "./cells";

/** What papers, sensors and the model may be off by, as standard deviations of a logarithm, each with its argument. */
export const SPREAD = {
  /** What all units share: a sensor as it is calibrated 2 % (ISO 9060:2018, class B), the model's own bias 1.5 %. */
  site: 0.025,
  /** A unit's own: nameplate tolerance and sorting 1 %, its meter 1 %. */
  unit: 0.015,
  /** Glass and tilted light at low sun: models differ by some 10 % at 8° (Gueymard 2009). */
  lowSun: 0.06,
  /** The same, more on one side than on the other: clouds reach station and roof some 4 min apart, in which a sun at 8° rises or sinks by a tenth of its height. */
  dawn: 0.06,
  /** Weak light: the sensor's offset and the low end of curves. */
  weakLight: 0.06,
  /** From half to full load: coefficients of heat and of the inverter's curve, cables. */
  load: 0.008,
  /** A year's round of what albedo, spectrum and heat do. */
  season: 0.012,
  /** A plane's direction as told is true to some degrees. */
  hour: 0.012,
} as const;

/**
 * What is expected of all units, as a logarithm: modules lose 1 to 3 % in their first light (IEA PVPS T13-01:2014) and carry ordinary dirt of 1 % or so
 * (Kimber et al. 2006); of neither a data sheet or a site file says a thing.
 */
const SITE_MEAN = -0.02;

/** A year's round can be told apart from a slope only from so many days on. */
const SEASON_DAYS = 150;

/** Columns of what may be off, by cell and unit, with their spreads: one calibration a unit first, then the site's, then the others that all share. */
export interface Nuisance {
  count: number;
  sigma: Float64Array;
  /** What each is expected to be. */
  mean: Float64Array;
  /** Values of the shared columns, `(cell × units + unit) × shared + column`. */
  shared: number;
  values: Float64Array;
}

/** How many columns all units share, with and without the year's round. */
const [SHARED, SHARED_WITH_SEASON] = [6, 8] as const;

/** @param shared how many columns all units share; absent, as many as so many days can tell */
export function buildNuisance(axis: Axis, cells: Cells, shared = sharedOf(axis)): Nuisance {
  const { units } = cells;
  const { days, site } = axis.comparison;
  const seasons = shared === SHARED_WITH_SEASON;
  const values = new Float64Array(cells.count * units * shared);
  const azimuths = axis.units.map(({ unit }) => site.planes.find(({ id }) => id === unit.strings[0]?.plane)?.azimuthDeg ?? 180);
  for (let k = 0; k < cells.count; k++) {
    const p = axis.cellFirst[k];
    const angle = (2 * Math.PI * days.days[axis.cellRow[k]]) / YEAR_DAYS;
    for (let u = 0; u < units; u++) {
      const at = (k * units + u) * shared;
      values[at] = 1;
      values[at + 1] = Math.exp(-Math.max(0, cells.elevationDeg[k]) / 8);
      values[at + 2] = Math.exp(-cells.load[k * units + u] / 0.08);
      values[at + 3] = Math.sin(((axis.sunAzimuthDeg[p] - azimuths[u]) * Math.PI) / 180);
      values[at + 4] = 2 * (cells.load[k * units + u] - 0.5);
      values[at + 5] = values[at + 1] * Math.sign(axis.sunAzimuthDeg[p] - 180);
      if (!seasons) continue;
      values[at + 6] = Math.cos(angle);
      values[at + 7] = Math.sin(angle);
    }
  }
  const sigma = [
    ...axis.units.map(() => SPREAD.unit),
    ...[SPREAD.site, SPREAD.lowSun, SPREAD.weakLight, SPREAD.hour, SPREAD.load, SPREAD.dawn],
    ...(seasons ? [SPREAD.season, SPREAD.season] : []),
  ];
  const mean = sigma.map((_, j) => (j === units ? SITE_MEAN : 0));
  return { count: sigma.length, sigma: Float64Array.from(sigma), mean: Float64Array.from(mean), shared, values };
}

function sharedOf({ comparison }: Axis): number {
  return comparison.days.days.length >= SEASON_DAYS ? SHARED_WITH_SEASON : SHARED;
}

/** What a unit gives of the model's healthy output, as a logarithm: its own calibration and the site's. */
export function calibrationOf(coefficients: ArrayLike<number>, unit: number, units: number): number {
  return coefficients[unit] + coefficients[units];
}

/** Days of an axis that have light. */
export function litDays(axis: Axis): number {
  return new Set(axis.row).size || Math.ceil((axis.comparison.grid.count * axis.comparison.grid.stepMs) / DAY_MS);
}
