import { DAY_MS, HOUR_MS } from "../constants";
import { cosIncidence } from "../plane/incidence";
import { layOutPlane } from "../plane/layout";
import { NearShade } from "../plane/nearShade";
import { Skyline } from "../plane/skyline";
import type { Plane, SiteFile } from "../site/siteSchema";
import { ineichenClearSky } from "../sky/clearSky";
import { linkeTurbidityAt } from "../sky/turbidity";
import { extraterrestrialNormalWm2 } from "../sun/extraterrestrial";
import { litSun } from "../sun/litInterval";

/** What near obstacles take from a module in a year of clear skies. */
export interface ModuleShade {
  stringId: string;
  /** Place in the string, from 1. */
  place: number;
  /** Share of the beam that reaches the open plane over the horizon, 0 to 1. */
  beamLost: number;
  /** Share of the sky's diffuse light, 0 to 1. */
  skyLost: number;
}

const STEP_MS = 900_000;

/**
 * Beam and sky that each module of a plane loses to near obstacles over a year, under clear skies: the 21st of each
 * month in quarter hours stands for the month. Obstacles as high as they are at the middle of the year.
 * @returns null where no obstacle stands
 */
export function yearlyModuleShade(site: SiteFile, plane: Plane, year: number): ModuleShade[] | null {
  const layout = layOutPlane(site, plane);
  if (!layout || plane.obstacles.length === 0) return null;
  const near = new NearShade(plane, layout.type, layout.places, Date.UTC(year, 6, 1));
  const far = new Skyline(plane.horizon, [], 0);
  const lost = new Float64Array(layout.places.length);
  let all = 0;
  for (let month = 0; month < 12; month++) {
    const noonMs = Date.UTC(year, month, 21, 12) - (site.location.lon / 15) * HOUR_MS;
    const grid = { startMs: Math.round(noonMs) - DAY_MS / 2, stepMs: STEP_MS, count: DAY_MS / STEP_MS };
    const sun = litSun(grid, site.location);
    const turbidity = linkeTurbidityAt(site.location, noonMs);
    for (let i = 0; i < grid.count; i++) {
      const [zenithDeg, azimuthDeg] = [sun.zenithDeg[i], sun.azimuthDeg[i]];
      const front = sun.litShare[i] > 0 ? cosIncidence(zenithDeg, azimuthDeg, plane.tiltDeg, plane.azimuthDeg) : 0;
      if (front <= 0 || far.beamShare(azimuthDeg, 90 - zenithDeg) === 0) continue;
      const above = extraterrestrialNormalWm2(sun.distanceAu[i]);
      const { dniWm2 } = ineichenClearSky(zenithDeg, Math.max(0, site.location.elevationM), turbidity, above);
      const beam = dniWm2 * front * sun.litShare[i];
      all += beam;
      if (!near.look(azimuthDeg, 90 - zenithDeg)) continue;
      for (let m = 0; m < lost.length; m++) {
        let share = 0;
        for (let strip = 0; strip < near.strips; strip++) share += near.beam[m * near.strips + strip];
        lost[m] += beam * (1 - share / near.strips);
      }
    }
  }
  return layout.places.map(({ stringId, place }, m) => ({
    stringId,
    place,
    beamLost: all > 0 ? lost[m] / all : 0,
    skyLost: 1 - near.skyShare[m],
  }));
}
