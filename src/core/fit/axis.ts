import type { Comparison } from "../comparison/compare";
import type { Unit } from "../comparison/unit";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../constants";
import { InverterCurve } from "../electrical/inverter";
import { planeNormal } from "../plane/incidence";
import { floats } from "../series/floats";
import type { Scratch } from "./scratch";

/** What of a unit's intervals may be looked at: 0 where it may. */
export interface Sight {
  unit: Unit;
  unusable: Uint8Array;
}

/** Strings of a unit that are alike and alike lit, with their part of its healthy DC power. */
export interface StringGroup {
  strings: readonly string[];
  share: Float64Array;
}

/** A unit at the points of an axis. */
export interface FitUnit {
  unit: Unit;
  ratedW: number;
  startW: number;
  /** Healthy DC and AC power without design limits, W. */
  dcW: Float64Array;
  unlimitedW: Float64Array;
  /** By how much AC power follows a small relative change of DC power: d ln AC / d ln DC. */
  follows: Float64Array;
  /** Measured AC power, W; NaN where it can't be used. */
  measuredW: Float64Array;
  groups: StringGroup[];
}

/**
 * The lit points of a comparison on which causes are fitted or attributed: each a mean over one or several intervals. Arrays have one
 * entry a point; points stand in the order of time and are gathered in cells of an hour, cells in days.
 */
export interface Axis {
  comparison: Comparison;
  count: number;
  /** Intervals that one point is the mean of, and the first of each. */
  per: number;
  interval: Int32Array;
  /** Row of the day index, and days since the first instant. */
  row: Int32Array;
  day: Float64Array;
  cell: Int32Array;
  /** First point of each cell, and one more entry for the end. */
  cellFirst: number[];
  cellRow: number[];
  sunAzimuthDeg: Float64Array;
  sunElevationDeg: Float64Array;
  airTempC: Float64Array;
  units: FitUnit[];
  /** Lent by a search while it asks for layers that it throws away at once. */
  scratch?: Scratch;
  /** Part of the light in a plane that comes straight from the sun, by plane. */
  beamShare: Map<string, Float64Array>;
}

/** Finer than that the fit gains nothing: clouds over a station and over a roof differ within it. */
const FINEST_MS = 15 * MINUTE_MS;
/** Points that a fit is made on, about; longer series are taken in coarser means, of up to two hours. */
const MOST_POINTS = 10_000;
const COARSEST_MS = 2 * HOUR_MS;
/** Of the nameplate: with less expected, nothing is told by a point. */
const LEAST_SHARE = 0.01;

/** How many intervals a point of the fit takes together. */
export function fitResolution({ grid }: Comparison): number {
  let per = Math.max(1, Math.round(FINEST_MS / grid.stepMs));
  while (grid.count / per / 2 > MOST_POINTS && per * grid.stepMs < COARSEST_MS) per *= 2;
  return per;
}

/**
 * The points of a comparison.
 * @param per intervals a point
 * @param least part of the nameplate from which an interval counts as lit
 */
export function buildAxis(comparison: Comparison, sights: readonly Sight[], per: number, least: number = LEAST_SHARE): Axis {
  const { grid, days, expected, weather, site } = comparison;
  const perHour = Math.max(per, Math.round(HOUR_MS / grid.stepMs));
  const starts: number[] = [];
  const rows: number[] = [];
  const cells: number[] = [];
  const cellFirst: number[] = [];
  const cellRow: number[] = [];
  for (let row = 0; row < days.days.length; row++) {
    let lastCell = -1;
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i += per) {
      const end = Math.min(i + per, days.firsts[row + 1]);
      if (!sights.some(({ unit }) => litBetween(unit, i, end, least))) continue;
      const block = Math.floor((i - days.firsts[row]) / perHour);
      if (block !== lastCell) {
        cellFirst.push(starts.length);
        cellRow.push(row);
        lastCell = block;
      }
      starts.push(i);
      rows.push(row);
      cells.push(cellFirst.length - 1);
    }
  }
  cellFirst.push(starts.length);
  const interval = Int32Array.from(starts);
  const mean = (values: Float64Array) => meanOf(values, interval, per, days.firsts, rows);
  const middle = (i: number) => Math.min(grid.count - 1, i + (per >> 1));
  const at = (values: ArrayLike<number>) => floats(interval.length, (p) => values[middle(interval[p])]);
  const elevationDeg = at(expected.sun.zenithDeg).map((zenith) => 90 - zenith);
  const beamShare = new Map(
    site.planes.map((plane) => {
      const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg);
      const { poaWm2 } = expected.planes.get(plane.id) as { poaWm2: Float64Array };
      const { east, north, up } = expected.sun;
      return [
        plane.id,
        floats(interval.length, (p) => {
          const i = middle(interval[p]);
          const front = east[i] * normal.east + north[i] * normal.north + up[i] * normal.up;
          return poaWm2[i] > 0 ? Math.min(0.97, Math.max(0, (front * expected.sky.dniWm2[i] * expected.sun.litShare[i]) / poaWm2[i])) : 0;
        }),
      ] as const;
    }),
  );
  return {
    comparison,
    ...{ count: starts.length, per, interval, row: Int32Array.from(rows), cell: Int32Array.from(cells), cellFirst, cellRow },
    day: floats(interval.length, (p) => (interval[p] * grid.stepMs) / DAY_MS),
    sunAzimuthDeg: at(expected.sun.azimuthDeg),
    sunElevationDeg: elevationDeg,
    airTempC: mean(weather.airTempC),
    units: sights.map((sight) => fitUnit(comparison, sight, interval, mean)),
    beamShare,
  };
}

function litBetween({ unlimitedW, nameplateW }: Unit, from: number, to: number, leastShare: number): boolean {
  // What isn't known isn't dark.
  for (let i = from; i < to; i++) if (!(unlimitedW[i] <= leastShare * nameplateW)) return true;
  return false;
}

/** Means over each point's intervals; NaN where one of them is. */
function meanOf(values: Float64Array, interval: Int32Array, per: number, firsts: ArrayLike<number>, rows: readonly number[]): Float64Array {
  return floats(interval.length, (p) => {
    const from = interval[p];
    const to = Math.min(from + per, firsts[rows[p] + 1]);
    let sum = 0;
    for (let i = from; i < to; i++) sum += values[i];
    return sum / (to - from);
  });
}

function fitUnit(
  { expected, grid }: Comparison,
  { unit, unusable }: Sight,
  interval: Int32Array,
  mean: (values: Float64Array) => Float64Array,
): FitUnit {
  const byOutput = new Map<Float64Array, string[]>();
  for (const { id } of unit.strings) {
    const output = expected.stringDcW.get(id) ?? new Float64Array(grid.count);
    byOutput.set(output, [...(byOutput.get(output) ?? []), id]);
  }
  const powers = [...byOutput].map(([output, strings]) => ({ strings, watts: mean(output) }));
  const dcW = floats(interval.length, (p) => powers.reduce((sum, { strings, watts }) => sum + strings.length * watts[p], 0));
  const groups = powers.map(({ strings, watts }) => ({
    strings,
    share: watts.map((value, p) => (dcW[p] > 0 ? (strings.length * value) / dcW[p] : 0)),
  }));
  const seen = unit.measuredW.map((watts, i) => (unusable[i] === 0 ? Math.max(0, watts) : Number.NaN));
  return {
    ...{ unit, ratedW: unit.acRatedW, dcW, groups },
    startW: unit.startW,
    unlimitedW: mean(unit.unlimitedW),
    follows: followsOf(unit, dcW),
    measuredW: mean(seen),
  };
}

/** Relative change of AC power for one of DC power. A converter on each module works at its own load and is taken as proportional. */
function followsOf({ inverters }: Unit, dcW: Float64Array): Float64Array {
  const [inverter] = inverters;
  if (inverters.length !== 1 || inverter.kind === "micro") return new Float64Array(dcW.length).fill(1);
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const step = 0.05;
  return dcW.map((dc) => {
    const full = curve.acW(dc);
    return full > 0 ? Math.min(2, (full - curve.acW(dc * (1 - step))) / (full * step)) : 1;
  });
}
