import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { ineichenClearSky } from "../sky/clearSky";
import { type SunPosition, sunPosition } from "../sun/position";
import { type Weather, weatherFromSeries } from "../weather/weather";
import { expectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL } from "./options";

const MINUTE_MS = 60_000;
const RAD = Math.PI / 180;
/** A slope, a steep wall and a shallow roof, facing every way. */
const PLANES = [
  { id: "south", tiltDeg: 30, azimuthDeg: 180 },
  { id: "east", tiltDeg: 90, azimuthDeg: 90 },
  { id: "west", tiltDeg: 60, azimuthDeg: 270 },
  { id: "north", tiltDeg: 15, azimuthDeg: 0 },
];

interface Minute {
  sun: SunPosition;
  ghiWm2: number;
  dniWm2: number;
  dhiWm2: number;
}

const siteAt = (lat: number, lon: number) =>
  exampleSite((it) => {
    Object.assign(it.location, { lat, lon, elevationM: 300 });
    it.planes = PLANES.map((plane) => ({ ...it.planes[0], ...plane, horizon: [] }));
    it.strings = PLANES.map(({ id }) => ({ ...it.strings[0], id: `s-${id}`, plane: id, modules: 5 }));
  });

/** A clear day from midnight UTC, minute by minute, each with the sun in its middle. */
function clearDay(day: string, lat: number, lon: number): Minute[] {
  const startMs = Date.parse(`${day}T00:00:00Z`);
  return Array.from({ length: 1440 }, (_, k) => {
    const sun = sunPosition(startMs + (k + 0.5) * MINUTE_MS, { lat, lon, elevationM: 300 });
    if (sun.zenithDeg >= 90) return { sun, ghiWm2: 0, dniWm2: 0, dhiWm2: 0 };
    const clear = ineichenClearSky(sun.zenithDeg, 300, 3, 1361);
    const dhiWm2 = Math.max(0, clear.ghiWm2 - clear.dniWm2 * Math.cos(sun.zenithDeg * RAD));
    return { sun, ghiWm2: dhiWm2 + clear.dniWm2 * Math.cos(sun.zenithDeg * RAD), dniWm2: clear.dniWm2, dhiWm2 };
  });
}

/** The same day as a logger with longer intervals would have it. */
function logged(day: string, minutes: Minute[], every: number): Weather {
  const count = minutes.length / every;
  const mean = (value: (minute: Minute) => number) =>
    Float64Array.from({ length: count }, (_, i) => minutes.slice(i * every, (i + 1) * every).reduce((sum, m) => sum + value(m), 0) / every);
  return weatherFromSeries({
    grid: { startMs: Date.parse(`${day}T00:00:00Z`), stepMs: every * MINUTE_MS, count },
    channels: new Map([
      ["ghi", mean((m) => m.ghiWm2)],
      ["dni", mean((m) => m.dniWm2)],
      ["dhi", mean((m) => m.dhiWm2)],
      ["t_air", new Float64Array(count).fill(10)],
    ]),
  });
}

/** Irradiation in a plane over the day by the isotropic sky alone, Wh/m², summed minute by minute. */
function irradiation(minutes: Minute[], tiltDeg: number, azimuthDeg: number, albedo: number): number {
  const [sinTilt, cosTilt] = [Math.sin(tiltDeg * RAD), Math.cos(tiltDeg * RAD)];
  return minutes.reduce((sum, { sun, ghiWm2, dniWm2, dhiWm2 }) => {
    const zenith = sun.zenithDeg * RAD;
    const front = Math.cos(zenith) * cosTilt + Math.sin(zenith) * sinTilt * Math.cos((sun.azimuthDeg - azimuthDeg) * RAD);
    return sum + (dniWm2 * Math.max(0, front) + (dhiWm2 * (1 + cosTilt)) / 2 + (ghiWm2 * albedo * (1 - cosTilt)) / 2) / 60;
  }, 0);
}

describe.each([
  ["2025-06-21", 62, 12],
  ["2025-03-20", 46.8, 12.3],
  ["2025-12-21", 46.8, 12.3],
  ["2025-06-21", 0, 30],
  ["2025-09-01", -35, 149],
  ["2025-12-21", -55, -68],
])("a clear %s at %d°, %d°", (day, lat, lon) => {
  const site = siteAt(lat, lon);
  const minutes = clearDay(day, lat, lon);
  const options = { ...DEFAULT_MODEL, transposition: "isotropic" as const, horizonAndObstacles: false };

  it.each([5, 15, 30, 60])("gives each plane in intervals of %d minutes what it gets minute by minute", (every) => {
    const output = expectedOutput(site, logged(day, minutes, every), options);
    const most = Math.max(...PLANES.map((plane) => irradiation(minutes, plane.tiltDeg, plane.azimuthDeg, site.albedo)));
    for (const plane of PLANES) {
      const wanted = irradiation(minutes, plane.tiltDeg, plane.azimuthDeg, site.albedo);
      const found = (output.planes.get(plane.id)?.poaWm2.reduce((sum, value) => sum + value, 0) ?? 0) * (every / 60);
      // Of an hour in which the sun crosses the plane only its mean place is known.
      expect(Math.abs(found - wanted) / most).toBeLessThan(every <= 15 ? 0.0005 : every <= 30 ? 0.001 : 0.005);
    }
  });
});
