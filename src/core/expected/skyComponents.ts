import { cosIncidence } from "../plane/incidence";
import { type PlaneIrradiance, type SkyState, type TranspositionModel, transpose } from "../plane/transposition";
import { relativeAirMass } from "../sky/clearSky";
import { type Components, closeComponents } from "../sky/decomposition";
import { irradianceFromLux } from "../sky/illuminance";
import { extraterrestrialNormalWm2 } from "../sun/extraterrestrial";
import type { LitSun } from "../sun/litInterval";
import type { Weather } from "./weather";

/** Irradiance from the sky over the lit part of each interval, W/m². NaN where nothing was measured. */
export interface SkySeries {
  ghiWm2: Float64Array;
  dniWm2: Float64Array;
  dhiWm2: Float64Array;
  extraterrestrialWm2: Float64Array;
}

/** The plane whose sensor stands in for a missing horizontal one. */
export interface SensorPlane {
  tiltDeg: number;
  azimuthDeg: number;
  poaWm2: Float64Array;
}

/**
 * Global, direct and diffuse irradiance of each interval from whatever was measured: two of the three
 * components, the global alone, a sensor in a plane, or a lux meter, in this order. Without light in the
 * sky (sun down) all are zero, measured or not.
 */
export function skyComponents(
  weather: Weather,
  sun: LitSun,
  albedo: number,
  model: TranspositionModel,
  sensor: SensorPlane | null,
): SkySeries {
  const { count } = weather.grid;
  const out: SkySeries = {
    ghiWm2: new Float64Array(count),
    dniWm2: new Float64Array(count),
    dhiWm2: new Float64Array(count),
    extraterrestrialWm2: new Float64Array(count),
  };
  const closed: Components = { ghiWm2: 0, dniWm2: 0, dhiWm2: 0 };
  for (let i = 0; i < count; i++) {
    const extraterrestrial = extraterrestrialNormalWm2(sun.distanceAu[i]);
    out.extraterrestrialWm2[i] = extraterrestrial;
    const lit = sun.litShare[i];
    if (lit <= 0) continue;
    const cosZenith = sun.up[i];
    const dni = (weather.dniWm2?.[i] ?? Number.NaN) / lit;
    const dhi = (weather.dhiWm2?.[i] ?? Number.NaN) / lit;
    let ghi = (weather.ghiWm2?.[i] ?? Number.NaN) / lit;
    if (Number.isNaN(ghi) && !(dni >= 0 && dhi >= 0)) {
      if (sensor && !Number.isNaN(sensor.poaWm2[i])) {
        ghi = globalFromPlane(sensor.poaWm2[i] / lit, sun, i, extraterrestrial, sensor, albedo, model);
      } else if (weather.illuminanceLux) ghi = irradianceFromLux(weather.illuminanceLux[i]) / lit;
    }
    closeComponents(Math.max(ghi, 0), dni, dhi, cosZenith, extraterrestrial, closed);
    out.ghiWm2[i] = closed.ghiWm2;
    out.dniWm2[i] = closed.dniWm2;
    out.dhiWm2[i] = closed.dhiWm2;
  }
  return out;
}

/** State of the sky at interval i, for a transposition; written into `out`. */
export function skyStateAt(sky: SkySeries, sun: LitSun, i: number, model: TranspositionModel, out: SkyState): SkyState {
  out.ghiWm2 = sky.ghiWm2[i];
  out.dniWm2 = sky.dniWm2[i];
  out.dhiWm2 = sky.dhiWm2[i];
  out.extraterrestrialWm2 = sky.extraterrestrialWm2[i];
  out.zenithDeg = sun.zenithDeg[i];
  out.cosZenith = sun.up[i];
  out.airMass = model === "perez" ? relativeAirMass(out.zenithDeg) : 1;
  return out;
}

/** A state to be written into. */
export function emptySky(): SkyState {
  return { ghiWm2: 0, dniWm2: 0, dhiWm2: 0, extraterrestrialWm2: 0, zenithDeg: 0, cosZenith: 0, airMass: 1 };
}

/** The global irradiance that a transposition turns into the reading of a sensor in a plane, by bisection. */
function globalFromPlane(
  poaWm2: number,
  sun: LitSun,
  i: number,
  extraterrestrialWm2: number,
  sensor: SensorPlane,
  albedo: number,
  model: TranspositionModel,
): number {
  const zenithDeg = sun.zenithDeg[i];
  const cosZenith = sun.up[i];
  const state: SkyState = { ...emptySky(), extraterrestrialWm2, zenithDeg, cosZenith };
  const front = cosIncidence(zenithDeg, sun.azimuthDeg[i], sensor.tiltDeg, sensor.azimuthDeg);
  state.airMass = relativeAirMass(zenithDeg);
  const parts: PlaneIrradiance = { beamWm2: 0, circumsolarWm2: 0, skyWm2: 0, groundWm2: 0 };
  let low = 0;
  let high = extraterrestrialWm2 * Math.max(cosZenith, 0.02) * 1.3;
  for (let step = 0; step < 24; step++) {
    const ghi = (low + high) / 2;
    closeComponents(ghi, Number.NaN, Number.NaN, cosZenith, extraterrestrialWm2, state);
    transpose(model, state, front, sensor.tiltDeg, albedo, parts);
    if (parts.beamWm2 + parts.circumsolarWm2 + parts.skyWm2 + parts.groundWm2 < poaWm2) low = ghi;
    else high = ghi;
  }
  return (low + high) / 2;
}
