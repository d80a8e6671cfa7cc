import { DAY_MS } from "../constants";
import { groundAlbedo } from "../plane/albedo";
import { cellOverModuleC, faimanModuleTempC } from "../plane/cellTemperature";
import { planeNormal } from "../plane/incidence";
import { cleanBeamTransmittance, diffuseTransmittance } from "../plane/incidenceLoss";
import { Skyline } from "../plane/skyline";
import { type PlaneIrradiance, tiltedView, transpose } from "../plane/transposition";
import type { Plane } from "../site/siteSchema";
import type { LitSun } from "../sun/litInterval";
import type { Weather } from "../weather/weather";
import type { ModelOptions } from "./options";
import { emptySky, type SkySeries, skyStateAt } from "./skyComponents";

/** What a plane's modules get, interval by interval. */
export interface PlaneOutput {
  /** Irradiance in the plane as if nothing stood in its view, W/m². */
  openWm2: Float64Array;
  /** Irradiance in the plane after horizon and obstacles, before incidence loss, W/m². */
  poaWm2: Float64Array;
  /** The same after incidence loss, W/m². */
  effectiveWm2: Float64Array;
  cellTempC: Float64Array;
  /** What single modules need to work out their own light; only where near obstacles stand and modules are looked at. */
  parts: PlaneParts | null;
}

/** Light by where it comes from, after the horizon and before obstacles, W/m². */
export interface PlaneParts {
  /** From the sun and round it. */
  directWm2: Float64Array;
  skyWm2: Float64Array;
  groundWm2: Float64Array;
  /** Shares that the glass lets through of the beam at each interval. */
  beamGlass: Float64Array;
  skyGlass: number;
  groundGlass: number;
}

/** Obstacles are taken at the size they have in the middle of a piece of this length, for they grow. */
export const SKYLINE_PIECE_MS = 60 * DAY_MS;

const MOST_SENSOR_SCALE = 1.5;

/**
 * Irradiance and cell temperature of a plane. A sensor in the plane is believed over the model: the
 * modelled parts are scaled to its reading, and only their proportions are used for incidence loss.
 */
export function planeOutput(
  plane: Plane,
  albedo: number,
  weather: Weather,
  sun: LitSun,
  sky: SkySeries,
  options: ModelOptions,
): PlaneOutput {
  const { grid } = weather;
  const out: PlaneOutput = {
    openWm2: new Float64Array(grid.count),
    poaWm2: new Float64Array(grid.count),
    effectiveWm2: new Float64Array(grid.count),
    cellTempC: new Float64Array(grid.count),
    parts: null,
  };
  const { openWm2, poaWm2, effectiveWm2, cellTempC } = out;
  const { airTempC, windMs } = weather;
  const near = options.horizonAndObstacles && options.shadeByModule && plane.obstacles.length > 0;
  const glass = options.incidenceLoss ? diffuseTransmittance(plane.tiltDeg) : { sky: 1, ground: 1 };
  const detail: PlaneParts | null = near
    ? {
        directWm2: new Float64Array(grid.count),
        skyWm2: new Float64Array(grid.count),
        groundWm2: new Float64Array(grid.count),
        beamGlass: new Float64Array(grid.count),
        skyGlass: glass.sky,
        groundGlass: glass.ground,
      }
    : null;
  out.parts = detail;
  const view = tiltedView(plane.tiltDeg);
  const sensor = weather.poaWm2.get(plane.id);
  const measuredTemp = weather.moduleTempC.get(plane.id);
  const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg);
  const state = emptySky();
  const parts: PlaneIrradiance = { beamWm2: 0, circumsolarWm2: 0, skyWm2: 0, groundWm2: 0 };
  const snowCm = options.snowAlbedo ? weather.snowCm : null;
  const growing = plane.obstacles.some((obstacle) => obstacle.growthMPerYear && obstacle.surveyed);
  let piece = Number.NaN;
  let skyline = new Skyline([], [], 0);
  let skyShare = 1;
  const farSkyline = new Skyline(detail ? plane.horizon : [], [], 0);
  const farSkyShare = farSkyline.skyShare(plane.tiltDeg, plane.azimuthDeg);
  for (let i = 0; i < grid.count; i++) {
    const atMs = grid.startMs + i * grid.stepMs;
    const pieceNow = growing ? Math.floor(atMs / SKYLINE_PIECE_MS) : 0;
    if (options.horizonAndObstacles && pieceNow !== piece) {
      piece = pieceNow;
      skyline = new Skyline(plane.horizon, plane.obstacles, (piece + 0.5) * SKYLINE_PIECE_MS);
      skyShare = skyline.skyShare(plane.tiltDeg, plane.azimuthDeg);
    }
    const lit = sun.litShare[i];
    let open = 0;
    let poa = 0;
    let effective = 0;
    if (lit > 0) {
      const front = sun.east[i] * normal.east + sun.north[i] * normal.north + sun.up[i] * normal.up;
      transpose(
        options.transposition,
        skyStateAt(sky, sun, i, options.transposition, state),
        front,
        view,
        groundAlbedo(albedo, snowCm, i),
        parts,
      );
      const sunward = parts.beamWm2 + parts.circumsolarWm2;
      const ground = parts.groundWm2 * lit;
      open = (sunward + parts.skyWm2) * lit + ground;
      const elevationDeg = 90 - sun.zenithDeg[i];
      const direct = sunward * lit * skyline.beamShare(sun.azimuthDeg[i], elevationDeg);
      const dome = parts.skyWm2 * lit * skyShare;
      poa = direct + dome + ground;
      const beamGlass = options.incidenceLoss ? cleanBeamTransmittance(front) : 1;
      effective = direct * beamGlass + dome * glass.sky + ground * glass.ground;
      let scale = 1;
      const measured = sensor ? sensor[i] : Number.NaN;
      if (!Number.isNaN(measured)) {
        const reading = Math.max(0, measured);
        scale = poa > 0 ? reading / poa : 0;
        effective = poa > 0 ? effective * scale : reading * glass.sky;
        poa = reading;
        // A sensor sees the same horizon as its plane; what an open sky would have given isn't known.
        open = reading;
      }
      if (detail) {
        // A sensor that reads full light where the model has it in shade says nothing of the modules beside it.
        scale = Math.min(scale, MOST_SENSOR_SCALE);
        detail.directWm2[i] = sunward * lit * farSkyline.beamShare(sun.azimuthDeg[i], elevationDeg) * scale;
        detail.skyWm2[i] = parts.skyWm2 * lit * farSkyShare * scale;
        detail.groundWm2[i] = ground * scale;
        detail.beamGlass[i] = beamGlass;
      }
    }
    openWm2[i] = open;
    poaWm2[i] = poa;
    effectiveWm2[i] = effective;
    const measuredC = measuredTemp ? measuredTemp[i] : Number.NaN;
    let moduleC = measuredC;
    if (Number.isNaN(measuredC)) {
      const measuredMs = windMs ? windMs[i] : Number.NaN;
      const wind = Number.isNaN(measuredMs) ? options.assumedWindMs : Math.max(0, measuredMs);
      moduleC = faimanModuleTempC(poa, airTempC[i], wind, plane.mounting);
    }
    cellTempC[i] = cellOverModuleC(moduleC, poa, plane.mounting);
  }
  return out;
}
