import { median } from "simple-statistics";
import type { Axis } from "../../fit/axis";
import type { Candidate } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import { calibrationOf } from "../../fit/nuisance";
import { pointwise } from "../../fit/pointwise";
import { inAllLight } from "./allLight";

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
export function plainLevel(
  { axis, cells, state, reach }: Fit,
  unit: number,
  untouched: Uint8Array,
  leastLoad: number = PLAIN.load,
): number {
  const plain: number[][] = [[], [], []];
  for (let k = 0; k < cells.count; k++) {
    const at = k * cells.units + unit;
    if (cells.load[at] < leastLoad || cells.elevationDeg[k] < PLAIN.elevationDeg || !untouched[at] || Number.isNaN(state.residual[at]))
      continue;
    if (reach[at] < FREE) continue;
    const azimuthDeg = axis.sunAzimuthDeg[axis.cellFirst[k]];
    plain[PARTS_DEG.filter((from) => azimuthDeg >= from).length].push(state.residual[at]);
  }
  if (plain.reduce((sum, { length }) => sum + length, 0) < PLAIN.hours) return Number.NaN;
  return Math.max(...plain.flatMap((part) => (part.length >= PLAIN.inPart ? [median(part)] : [])), median(plain.flat()));
}

/** The same for all units and always: light that is told too low. Too high can't be told from dirt. */
export function level(fit: Fit): Candidate | null {
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

/**
 * Where a fit has to be bent so far, hours in weaker light are looked at too, and such in which it has other causes act: they may be there for its sake. Under three tenths of the nameplate offsets
 * of sensors and the low end of curves weigh as much as a level does (`weakLight` in `fit/nuisance`).
 */
const BENT = { load: 0.3 } as const;

/** A level that all units of a fit are bent by, though plain light doesn't show it. */
export function givenLevel(fit: Fit): Candidate[] {
  const { axis, state, accepted } = fit;
  const { weather } = axis.comparison;
  if (!weather.ghiWm2 && weather.poaWm2.size === 0) return [];
  if (accepted.some(({ candidate }) => candidate.cause === "sensor-error" && candidate.parameters[0]?.name === "log")) return [];
  if (axis.units.some((_, u) => calibrationOf(state.coefficients, u, axis.units.length) < LEAST_LEVEL)) return [];
  const all = new Uint8Array(state.residual.length).fill(1);
  const most = Math.max(...axis.units.map((_, u) => plainLevel(fit, u, all, BENT.load)));
  if (!(most >= LEAST_LEVEL)) return [];
  const candidate = levelOf(axis, most + ABOVE_PLAIN);
  return [{ ...candidate, parameters: candidate.parameters.map((one) => ({ ...one, value: most + ABOVE_PLAIN / 2 })) }];
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

/** True over reported light, by point. */
export function levelled(on: Axis, log: number): Float64Array {
  const more = Math.exp(log);
  return pointwise(on, () => more);
}
