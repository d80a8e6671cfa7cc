import { expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { ineichenClearSky } from "../sky/clearSky";
import { sunPosition } from "../sun/position";
import { expectedOutput } from "./expectedOutput";
import { weatherFromSeries } from "./weather";

const STEP_MS = 900_000;
const EQUINOX = Date.parse("2025-03-20T00:00:00Z");

/** Energy of one day, kWh a plane, under a clear sky of 15-minute means, still air at one temperature. */
function dayKwh(startMs: number, lat: number, lon: number, planes: { id: string; tiltDeg: number; azimuthDeg: number }[], modules = 5) {
  const site = exampleSite((it) => {
    Object.assign(it.location, { lat, lon, elevationM: 0, linkeTurbidity: 3 });
    it.planes = planes.map((plane) => ({ ...it.planes[0], ...plane, horizon: [] }));
    it.strings = planes.map(({ id }) => ({ ...it.strings[0], id, plane: id, modules }));
  });
  const grid = { startMs, stepMs: STEP_MS, count: 96 };
  const ghi = Float64Array.from({ length: grid.count }, (_, i) => {
    const { zenithDeg } = sunPosition(startMs + (i + 0.5) * STEP_MS, { lat, lon, elevationM: 0 });
    return ineichenClearSky(zenithDeg, 0, 3, 1361).ghiWm2;
  });
  const weather = weatherFromSeries({
    grid,
    channels: new Map([
      ["ghi", ghi],
      ["t_air", new Float64Array(grid.count).fill(12)],
    ]),
  });
  const { stringDcW } = expectedOutput(site, weather);
  return planes.map(({ id }) => (stringDcW.get(id) ?? new Float64Array()).reduce((sum, w) => sum + (w * STEP_MS) / 3.6e9, 0));
}

const EAST = { id: "east", tiltDeg: 40, azimuthDeg: 90 };
const WEST = { id: "west", tiltDeg: 40, azimuthDeg: 270 };
const SOUTH = { id: "south", tiltDeg: 30, azimuthDeg: 180 };
const NORTH = { id: "north", tiltDeg: 30, azimuthDeg: 0 };

it("gives east and west the same under a sky that is alike before and after noon", () => {
  // Under 1 %: Engerer's split knows the time of day (afternoons are cloudier), and the sun drifts north within the day.
  for (const lat of [-40, 5, 46.8]) {
    const [east, west] = dayKwh(EQUINOX, lat, 0, [EAST, WEST]);
    expect(Math.abs(east / west - 1)).toBeLessThan(0.01);
  }
});

it("gives the south's array half a world away what the north's has, at the equinox", () => {
  const [facingSouth, away] = dayKwh(EQUINOX, 45, 10, [SOUTH, NORTH]);
  const [awayThere, facingNorth] = dayKwh(EQUINOX, -45, 10, [SOUTH, NORTH]);
  expect(facingNorth / facingSouth).toBeCloseTo(1, 2);
  expect(awayThere / away).toBeCloseTo(1, 1);
  expect(away).toBeLessThan(0.75 * facingSouth);
});

it("doesn't mind where a flat array faces, nor which longitude the day is lived on", () => {
  const flat = [0, 73, 180, 291].map((azimuthDeg) => ({ id: `f${azimuthDeg}`, tiltDeg: 0, azimuthDeg }));
  const [first, ...others] = dayKwh(EQUINOX, 46.8, 12.3, flat);
  for (const kwh of others) expect(kwh / first).toBeCloseTo(1, 4);
  // A quarter of the world to the west the same day comes six hours later; the sun has moved on by a quarter of a day's declination.
  const [later] = dayKwh(EQUINOX + 21_600_000, 46.8, 12.3 - 90, [SOUTH]);
  expect(later / dayKwh(EQUINOX, 46.8, 12.3, [SOUTH])[0]).toBeCloseTo(1, 2);
});

it("gives twice the modules twice the energy", () => {
  const [five] = dayKwh(EQUINOX, 46.8, 12.3, [SOUTH], 5);
  const [ten] = dayKwh(EQUINOX, 46.8, 12.3, [SOUTH], 10);
  expect(ten / five).toBeCloseTo(2, 9);
});
