import { DAY_MS, HOUR_MS } from "../constants";
import { groundAlbedo } from "../plane/albedo";
import { cosIncidence } from "../plane/incidence";
import { type PlaneIrradiance, type SkyState, type TranspositionModel, tiltedView, transpose } from "../plane/transposition";
import type { Grid } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import { airMassAt, ClearSkyTable, relativeAirMass } from "../sky/clearSky";
import { type Components, closeComponents, erbsDiffuseFraction, MIN_COS_ZENITH } from "../sky/decomposition";
import { engererCoefficients, engererDiffuseFraction } from "../sky/engerer";
import { irradianceFromLux } from "../sky/illuminance";
import { linkeTurbidityAt } from "../sky/turbidity";
import { extraterrestrialNormalWm2 } from "../sun/extraterrestrial";
import type { LitSun } from "../sun/litInterval";
import type { Weather } from "../weather/weather";
import type { ModelOptions } from "./options";

const LONGEST_ENGERER_MS = 1_800_000;

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
  site: Pick<SiteFile, "location" | "albedo">,
  weather: Weather,
  sun: LitSun,
  options: ModelOptions,
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
  const snowCm = options.snowAlbedo ? weather.snowCm : null;
  const splitter = makeSplitter(site.location, weather.grid, options);
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
        const albedo = groundAlbedo(site.albedo, snowCm, i);
        ghi = globalFromPlane(sensor.poaWm2[i] / lit, sun, i, extraterrestrial, sensor, albedo, options.transposition, splitter);
      } else if (weather.illuminanceLux) ghi = irradianceFromLux(weather.illuminanceLux[i]) / lit;
    }
    const alone = ghi > 0 && !(dni >= 0) && !(dhi >= 0);
    const share = alone && splitter ? splitter(i, ghi, sun, extraterrestrial) : Number.NaN;
    closeComponents(Math.max(ghi, 0), dni, dhi, cosZenith, extraterrestrial, closed, share);
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
  out.airMass = model === "perez" ? airMassAt(out.zenithDeg, out.cosZenith) : 1;
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
  splitter: Splitter | null,
): number {
  const view = tiltedView(sensor.tiltDeg);
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
    const share = splitter ? splitter(i, ghi, sun, extraterrestrialWm2) : Number.NaN;
    closeComponents(ghi, Number.NaN, Number.NaN, cosZenith, extraterrestrialWm2, state, share);
    transpose(model, state, front, view, albedo, parts);
    if (parts.beamWm2 + parts.circumsolarWm2 + parts.skyWm2 + parts.groundWm2 < poaWm2) low = ghi;
    else high = ghi;
  }
  return (low + high) / 2;
}

/** Diffuse share of a global irradiance that is known alone, at interval i; for other models than Erbs. */
type Splitter = (i: number, ghiWm2: number, sun: LitSun, extraterrestrialWm2: number) => number;

/** Engerer's model for the grid, with the clear sky of the place, alone or with Erbs; null where Erbs is to be used. */
function makeSplitter(location: SiteFile["location"], grid: Grid, options: ModelOptions): Splitter | null {
  if (options.decomposition === "erbs") return null;
  const alone = options.decomposition === "engerer";
  const coefficients = engererCoefficients(alone ? Math.min(grid.stepMs, LONGEST_ENGERER_MS) : grid.stepMs);
  if (!coefficients) return null;
  const clearSky = new ClearSkyTable(location.elevationM);
  let day = Number.NaN;
  let turbidity = 3;
  return (i, ghiWm2, sun, extraterrestrialWm2) => {
    const utcMs = grid.startMs + i * grid.stepMs;
    const today = Math.floor(utcMs / DAY_MS);
    if (today !== day) {
      day = today;
      turbidity = linkeTurbidityAt(location, utcMs);
    }
    const cosZenith = sun.up[i];
    const clear = clearSky.ghiWm2(cosZenith, turbidity, extraterrestrialWm2);
    let hour = (utcMs - today * DAY_MS + grid.stepMs / 2) / HOUR_MS + location.lon / 15;
    if (hour < 0) hour += 24;
    else if (hour >= 24) hour -= 24;
    const share = engererDiffuseFraction(coefficients, ghiWm2, clear, extraterrestrialWm2, cosZenith, sun.zenithDeg[i], hour);
    if (alone) return share;
    const clearness = ghiWm2 / (extraterrestrialWm2 * Math.max(cosZenith, MIN_COS_ZENITH));
    return (share + erbsDiffuseFraction(Math.min(clearness, 1))) / 2;
  };
}
