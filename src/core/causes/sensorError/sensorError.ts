import { median } from "simple-statistics";
import { z } from "zod";
import { RAD, YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { calibrationOf } from "../../fit/nuisance";
import { pointwise } from "../../fit/pointwise";

/** In less the year's round looks like a slope: models of low light and of split light go with the seasons. */
const LEAST_DAYS = 295;

/** `sensor-error`: what all units have in common and no array can do: the reported light drifts, or belongs to another direction. */
export function proposeSensorError(fit: Fit): Candidate[] {
  return [level(fit), drift(fit), tilt(fit)].filter((one) => one !== null);
}

/**
 * An array that gives so much more than its papers is rather in more light than told (as a logarithm). Healthy ones stand at −2 % give or take 2.9 % (`SPREAD` in
 * `fit/nuisance`); one sensor in fifty reads 5 to 30 % low, so that at +7.5 % both are as likely, and at +10 % it is the sensor by thirty to one.
 */
export const LEAST_LEVEL = 0.06;
/** With what every cause pays, this makes the price what those odds are without any data: 5.1. What calibration is stretched by counts whole: no model is in it. */
const [LEVEL_PRICE, LEVEL_PER_UNIT] = [-5.8, 1] as const;

/**
 * Light in which a level is plain to see: from half of the nameplate and well over the roofs; how many hours of it there have to be, and in a part of the sky for that to
 * speak by itself.
 */
export const PLAIN = { load: 0.5, elevationDeg: 25, hours: 60, inPart: 25 } as const;
/** Parts of the sky by the sun's bearing, degrees: what takes light, or lies another way, does so while the sun stands in one of them. */
const PARTS_DEG = [150, 210] as const;
/** Where the model stands at its rating, or follows the array by less than this, the output says nothing of the light. */
const FREE = 0.9;

/** What healthy arrays are expected to lack themselves, and half a spread. */
const ABOVE_PLAIN = 0.035;

/**
 * What a unit gives over what it could, as a logarithm: in the median of plain hours in which no other cause acts, of the part of the sky in which that is most, since other
 * causes only take. NaN where there are too few.
 */
export function plainLevel({ axis, cells, state, reach }: Fit, unit: number, untouched: Uint8Array): number {
  const plain: number[][] = [[], [], []];
  for (let k = 0; k < cells.count; k++) {
    const at = k * cells.units + unit;
    if (cells.load[at] < PLAIN.load || cells.elevationDeg[k] < PLAIN.elevationDeg || !untouched[at] || Number.isNaN(state.residual[at]))
      continue;
    if (reach[at] < FREE) continue;
    const azimuthDeg = axis.sunAzimuthDeg[axis.cellFirst[k]];
    plain[PARTS_DEG.filter((from) => azimuthDeg >= from).length].push(state.residual[at]);
  }
  if (plain.reduce((sum, { length }) => sum + length, 0) < PLAIN.hours) return Number.NaN;
  return Math.max(...plain.flatMap((part) => (part.length >= PLAIN.inPart ? [median(part)] : [])), median(plain.flat()));
}

/** The same for all units and always: light that is told too low. Too high can't be told from dirt. */
function level(fit: Fit): Candidate | null {
  const { axis, state } = fit;
  const { weather } = axis.comparison;
  const untouched = fit.untouched();
  const plain = axis.units.map((_, u) => plainLevel(fit, u, untouched));
  const fitted = axis.units.map((_, u) => calibrationOf(state.coefficients, u, axis.units.length));
  // Lux is told too loosely for that.
  if ((!weather.ghiWm2 && weather.poaWm2.size === 0) || !plain.every((level, u) => level >= LEAST_LEVEL && fitted[u] > 0)) return null;
  // No more than plain light shows: the rest would be for other misfits' sake.
  return levelOf(axis, Math.max(...plain) + ABOVE_PLAIN);
}

/** Light told too low by the same part always. @param most of its logarithm */
export function levelOf(axis: Axis, most: number): Candidate {
  return {
    ...{ cause: "sensor-error", scope: "site", price: LEVEL_PRICE, leastShare: -1, perUnit: LEVEL_PER_UNIT },
    parameters: [{ name: "log", value: 0.1, least: 0.02, most, step: 0.03 }],
    believable: ([log]) => log >= LEAST_LEVEL,
    layers: (on, [log]) => inAllLight(on, levelled(on, log)),
    carry: ([log]) => ({ kind: "level", values: [log] }),
    span: () => ({ from: 0, to: null }),
    evidence: ([log]) => [
      {
        text: `${axis.units.length === 1 ? "The array gives" : "All inverters give"} ${Math.round(100 * (Math.exp(log) - 1))} % more than a healthy array could in the reported light`,
        weight: 3,
      },
    ],
    nextTest: "Glass and level of the sensor from the ground, then a second meter beside it at noon on a clear day",
    told: ([log]) => ({ factor: Math.round(1000 * Math.exp(-log)) / 1000 }),
  };
}

function drift({ axis }: Fit): Candidate | null {
  const days = (axis.day.at(-1) ?? 0) - (axis.day[0] ?? 0);
  if (days < LEAST_DAYS) return null;
  const mended = axis.comparison.lightMended;
  const least = (mended ? REST : 1) * LEAST_DRIFT;
  return {
    ...{ cause: "sensor-error", scope: "site", price: 8, leastShare: -1 },
    // Only upwards: an array that seems to give ever more can't be one that ages. What was mended by too much is taken back.
    parameters: [{ name: "logPerYear", value: mended ? 0.02 : 0.08, least: mended ? -0.4 : 0.03, most: 0.8, step: 0.05 }],
    starts: mended ? [[0.02], [-0.05]] : undefined,
    believable: ([slope]) => ((mended ? Math.abs(slope) : slope) * days) / YEAR_DAYS >= least,
    layers: (on, [slope]) => inAllLight(on, drifted(on, slope)),
    carry: ([slope]) => ({ kind: "drift", values: [slope] }),
    span: () => ({ from: 0, to: null }),
    evidence: ([slope]) => [
      {
        text: `All units seem to give ${Math.round(100 * (Math.exp(slope) - 1))} % more from year to year in the reported light: it is the sensor that tells less`,
        weight: 3,
      },
    ],
    nextTest: "Glass and level of the sensor from the ground, then a second meter beside it at noon on a clear day",
  };
}

/** A lean to begin a search with, to each of eight sides, as a tangent. */
const START_LEAN = 0.12;

/** A lean under 7° is within what planes and levels are told to, and what models of tilted light differ by. */
const LEAST_LEAN = 0.125;
/** Of these, where the light has been mended once: what is left is the same error. */
const REST = 0.15;
/** A drift has to come to this over the data, as a logarithm: twice what a class B sensor is true to. */
const LEAST_DRIFT = 0.05;

/** A horizontal sensor that leans: more light from one side, less from the other. */
function tilt({ axis }: Fit): Candidate | null {
  const { comparison } = axis;
  if (!comparison.weather.ghiWm2) return null;
  const start = START_LEAN * (comparison.lightMended ? REST : 1);
  return {
    ...{ cause: "sensor-error", scope: "site", price: 10, leastShare: -1 },
    parameters: [
      { name: "leanEast", value: 0, least: -0.35, most: 0.35, step: 0.04 },
      { name: "leanNorth", value: 0, least: -0.35, most: 0.35, step: 0.04 },
    ],
    starts: [0, 1, 2, 3, 4, 5, 6, 7].map((eighth) => [start * Math.sin((eighth * Math.PI) / 4), start * Math.cos((eighth * Math.PI) / 4)]),
    believable: ([east, north]) => Math.hypot(east, north) >= (comparison.lightMended ? REST : 1) * LEAST_LEAN,
    layers: (on, [east, north]) => inAllLight(on, leaned(on, east, north)),
    carry: (values) => ({ kind: "lean", values: [...values] }),
    span: () => ({ from: 0, to: null }),
    evidence: ([east, north]) => [
      {
        text: `The reported light is that of a sensor that leans by ${(Math.atan(Math.hypot(east, north)) / RAD).toFixed(0)}°: too much from one side of the sky, too little from the other, for all units alike`,
        weight: 3,
      },
    ],
    nextTest: "A level on the sensor, then a second meter beside it in the morning and in the afternoon of a clear day",
  };
}

interface LeanParts {
  toEast: Float64Array;
  toNorth: Float64Array;
}

const known = new WeakMap<Axis, LeanParts>();

/** How much more a sensor reads for each unit of lean to the east and north: its direct part over the tangent of the sun's height. */
function leanParts(on: Axis): LeanParts {
  let parts = known.get(on);
  if (!parts) {
    const { sky, sun } = on.comparison.expected;
    parts = { toEast: new Float64Array(on.count), toNorth: new Float64Array(on.count) };
    for (let p = 0; p < on.count; p++) {
      const i = on.interval[p];
      const height = Math.max(3, 90 - sun.zenithDeg[i]) * RAD;
      const beam = sky.ghiWm2[i] > 0 ? Math.min(0.95, (sky.dniWm2[i] * Math.sin(height)) / sky.ghiWm2[i]) : 0;
      const azimuth = on.sunAzimuthDeg[p] * RAD;
      parts.toEast[p] = (beam / Math.tan(height)) * Math.sin(azimuth);
      parts.toNorth[p] = (beam / Math.tan(height)) * Math.cos(azimuth);
    }
    known.set(on, parts);
  }
  return parts;
}

/** True over reported light, by point: always the same, more from year to year, or as a lean makes it. */
function levelled(on: Axis, log: number): Float64Array {
  const more = Math.exp(log);
  return pointwise(on, () => more);
}

function drifted(on: Axis, slope: number): Float64Array {
  return pointwise(on, (p) => Math.exp((slope * on.day[p]) / YEAR_DAYS));
}

function leaned(on: Axis, east: number, north: number): Float64Array {
  const { toEast, toNorth } = leanParts(on);
  return pointwise(on, (p) => 1 / Math.max(0.4, Math.min(2.5, 1 + east * toEast[p] + north * toNorth[p])));
}

function inAllLight(on: Axis, values: Float64Array): Layer[] {
  return on.units.map((_, unit) => ({ unit, stage: "light", strings: null, values }));
}

const seedSchema = z.object({ kind: z.enum(["level", "drift", "lean"]), values: z.array(z.number()) });

/** A sensor goes on telling what it told. */
export function resumeSensorError(seed: Seed, on: Axis): Layer[] {
  const {
    kind,
    values: [one, other],
  } = seedSchema.parse(seed);
  if (kind === "level") return inAllLight(on, levelled(on, one));
  return inAllLight(on, kind === "drift" ? drifted(on, one) : leaned(on, one, other));
}
