import type { Plane } from "../formats/siteFile";
import { faimanCellTempC } from "../plane/cellTemperature";
import { planeNormal } from "../plane/incidence";
import { beamTransmittance, diffuseTransmittance } from "../plane/incidenceLoss";
import { Skyline } from "../plane/skyline";
import { type PlaneIrradiance, transpose } from "../plane/transposition";
import type { LitSun } from "../sun/litInterval";
import type { ModelOptions } from "./options";
import { emptySky, type SkySeries, skyStateAt } from "./skyComponents";
import type { Weather } from "./weather";

/** What a plane's modules get, interval by interval. */
export interface PlaneOutput {
  /** Irradiance in the plane as if nothing stood in its view, W/m². */
  openWm2: Float64Array;
  /** Irradiance in the plane after horizon and obstacles, before incidence loss, W/m². */
  poaWm2: Float64Array;
  /** The same after incidence loss, W/m². */
  effectiveWm2: Float64Array;
  cellTempC: Float64Array;
}

/** Obstacles are taken at the size they have in the middle of a piece of this length, for they grow. */
const SKYLINE_PIECE_MS = 60 * 86_400_000;

/** Albedo of the ground under snow that isn't fresh any more. Source: Oke 1987, 0.40 old to 0.95 fresh. */
const SNOW_ALBEDO = 0.6;
const SNOW_DEPTH_CM = 2;

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
  };
  const sensor = weather.poaWm2.get(plane.id);
  const measuredTemp = weather.moduleTempC.get(plane.id);
  const glass = diffuseTransmittance(plane.tiltDeg);
  const normal = planeNormal(plane.tiltDeg, plane.azimuthDeg);
  const state = emptySky();
  const parts: PlaneIrradiance = { beamWm2: 0, circumsolarWm2: 0, skyWm2: 0, groundWm2: 0 };
  const snowCm = options.snowAlbedo ? weather.snowCm : null;
  const groundAlbedo = (i: number) => (snowCm && snowCm[i] >= SNOW_DEPTH_CM ? Math.max(albedo, SNOW_ALBEDO) : albedo);
  let piece = Number.NaN;
  let skyline = new Skyline([], [], 0);
  let skyShare = 1;
  for (let i = 0; i < grid.count; i++) {
    const atMs = grid.startMs + i * grid.stepMs;
    const pieceNow = Math.floor(atMs / SKYLINE_PIECE_MS);
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
      transpose(options.transposition, skyStateAt(sky, sun, i, options.transposition, state), front, plane.tiltDeg, groundAlbedo(i), parts);
      open = (parts.beamWm2 + parts.circumsolarWm2 + parts.skyWm2 + parts.groundWm2) * lit;
      const direct = (parts.beamWm2 + parts.circumsolarWm2) * skyline.beamShare(sun.azimuthDeg[i], 90 - sun.zenithDeg[i]);
      const dome = parts.skyWm2 * skyShare;
      poa = (direct + dome + parts.groundWm2) * lit;
      effective = options.incidenceLoss
        ? (direct * beamTransmittance(front) + dome * glass.sky + parts.groundWm2 * glass.ground) * lit
        : poa;
      const measured = sensor?.[i];
      if (measured !== undefined && !Number.isNaN(measured)) {
        const reading = Math.max(0, measured);
        effective = poa > 0 ? (effective / poa) * reading : reading * (options.incidenceLoss ? glass.sky : 1);
        poa = reading;
        // A sensor sees the same horizon as its plane; what an open sky would have given isn't known.
        open = reading;
      }
    }
    out.openWm2[i] = open;
    out.poaWm2[i] = poa;
    out.effectiveWm2[i] = effective;
    const measuredC = measuredTemp?.[i] ?? Number.NaN;
    const wind = weather.windMs?.[i] ?? Number.NaN;
    out.cellTempC[i] = Number.isNaN(measuredC)
      ? faimanCellTempC(poa, weather.airTempC[i], Number.isNaN(wind) ? options.assumedWindMs : Math.max(0, wind), plane.mounting)
      : measuredC;
  }
  return out;
}
