import { z } from "zod";
import { RAD, YEAR_DAYS } from "../../constants";
import type { Axis } from "../../fit/axis";
import type { Candidate, Seed } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import type { Layer } from "../../fit/layers";
import { pointwise } from "../../fit/pointwise";
import { inAllLight } from "./allLight";
import { level, levelled } from "./level";

/** In less the year's round looks like a slope: models of low light and of split light go with the seasons. */
const LEAST_DAYS = 295;

/** `sensor-error`: what all units have in common and no array can do: the reported light drifts, or belongs to another direction. */
export function proposeSensorError(fit: Fit): Candidate[] {
  return [level(fit), drift(fit), tilt(fit)].filter((one) => one !== null);
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

/** True over reported light, by point: more from year to year, or as a lean makes it. */
function drifted(on: Axis, slope: number): Float64Array {
  return pointwise(on, (p) => Math.exp((slope * on.day[p]) / YEAR_DAYS));
}

function leaned(on: Axis, east: number, north: number): Float64Array {
  const { toEast, toNorth } = leanParts(on);
  return pointwise(on, (p) => 1 / Math.max(0.4, Math.min(2.5, 1 + east * toEast[p] + north * toNorth[p])));
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
