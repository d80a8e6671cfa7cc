import { HOUR_MS } from "../constants";
import { sunPositions } from "./position";

/** The sun's way across the sky on one day. */
export interface SunPath {
  name: string;
  points: { azimuthDeg: number; elevationDeg: number }[];
}

/** Half a day either side of noon, in steps of 20 minutes. */
const [STEPS, STEP_MS] = [73, HOUR_MS / 3] as const;

/** The sun's ways at a place in three seasons, as far as it stands over the horizon. @param year of the days */
export function sunPaths(location: { lat: number; lon: number; elevationM: number }, year: number): SunPath[] {
  const days: [string, number, number][] = [
    ["21 June", 5, 21],
    ["21 March and September", 2, 21],
    ["21 December", 11, 21],
  ];
  return days.map(([name, month, day]) => {
    const noonMs = Date.UTC(year, month, day, 12) - (location.lon / 15) * HOUR_MS;
    const times = Float64Array.from({ length: STEPS }, (_, k) => noonMs + (k - (STEPS - 1) / 2) * STEP_MS);
    const { azimuthDeg, zenithDeg } = sunPositions(times, location);
    const points = Array.from(azimuthDeg, (azimuth, k) => ({ azimuthDeg: azimuth, elevationDeg: 90 - zenithDeg[k] }));
    return { name, points: points.filter(({ elevationDeg }) => elevationDeg > -1) };
  });
}
