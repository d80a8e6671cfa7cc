import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { ineichenClearSky } from "../sky/clearSky";
import { sunPosition } from "../sun/position";
import { weatherFromSeries } from "../weather/weather";
import { expectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL, type ModelOptions } from "./options";

const QUARTER_MS = 900_000;
const EQUINOX = Date.parse("2025-03-20T00:00:00Z");
const SOLSTICE = Date.parse("2025-06-21T00:00:00Z");

interface Day {
  startMs?: number;
  stepMs?: number;
  lat?: number;
  lon?: number;
  modules?: number;
  model?: Partial<ModelOptions>;
}

/** Energy of one day under a clear sky in still air of one temperature, kWh on each of the planes. */
function dayKwh(planes: { id: string; tiltDeg: number; azimuthDeg: number }[], day: Day = {}): number[] {
  const { startMs = EQUINOX, stepMs = QUARTER_MS, lat = 46.8, lon = 12.3, modules = 5, model = {} } = day;
  const site = exampleSite((it) => {
    Object.assign(it.location, { lat, lon, elevationM: 0, linkeTurbidity: 3 });
    it.planes = planes.map((plane) => ({ ...it.planes[0], ...plane, horizon: [] }));
    it.strings = planes.map(({ id }) => ({ ...it.strings[0], id, plane: id, modules }));
  });
  const grid = { startMs, stepMs, count: 86_400_000 / stepMs };
  const ghi = Float64Array.from({ length: grid.count }, (_, i) => {
    const { zenithDeg } = sunPosition(startMs + (i + 0.5) * stepMs, { lat, lon, elevationM: 0 });
    return ineichenClearSky(zenithDeg, 0, 3, 1361).ghiWm2;
  });
  const weather = weatherFromSeries({
    grid,
    channels: new Map([
      ["ghi", ghi],
      ["t_air", new Float64Array(grid.count).fill(12)],
    ]),
  });
  const { stringDcW } = expectedOutput(site, weather, { ...DEFAULT_MODEL, ...model });
  return planes.map(({ id }) => (stringDcW.get(id) ?? new Float64Array()).reduce((sum, w) => sum + (w * stepMs) / 3.6e9, 0));
}

const EAST = { id: "east", tiltDeg: 40, azimuthDeg: 90 };
const WEST = { id: "west", tiltDeg: 40, azimuthDeg: 270 };
const SOUTH = { id: "south", tiltDeg: 30, azimuthDeg: 180 };
const NORTH = { id: "north", tiltDeg: 30, azimuthDeg: 0 };

describe("east and west under a sky that is alike before and after noon", () => {
  it("give the same at the solstice, when the sun doesn't drift, minute by minute with a split that knows no hour", () => {
    for (const lat of [-40, 5, 46.8]) {
      const day = { startMs: SOLSTICE, stepMs: 60_000, lat, lon: 0, model: { decomposition: "erbs" as const } };
      const [east, west] = dayKwh([EAST, WEST], day);
      expect(Math.abs(east / west - 1)).toBeLessThan(5e-4);
    }
  });

  it("differ by under 1 % in quarters of an hour by the default split, which takes mornings for hazier", () => {
    for (const lat of [-40, 5, 46.8]) {
      for (const startMs of [EQUINOX, SOLSTICE]) {
        const [east, west] = dayKwh([EAST, WEST], { startMs, lat, lon: 0 });
        expect(Math.abs(east / west - 1)).toBeLessThan(0.01);
      }
    }
  });
});

it("gives the south's array half a world away what the north's has, at the equinox", () => {
  const [facingSouth, away] = dayKwh([SOUTH, NORTH], { lat: 45 });
  const [awayThere, facingNorth] = dayKwh([SOUTH, NORTH], { lat: -45 });
  expect(Math.abs(facingNorth / facingSouth - 1)).toBeLessThan(0.002);
  // Noon comes three hours after the equinox, with the sun 0.05° in the north: of light at 75° to the plane that is 0.6 % between the two.
  expect(Math.abs(awayThere / away - 1)).toBeLessThan(0.01);
  expect(away).toBeLessThan(0.75 * facingSouth);
});

it("doesn't mind where a flat array faces, nor which longitude the day is lived on", () => {
  const flat = [0, 73, 180, 291].map((azimuthDeg) => ({ id: `f${azimuthDeg}`, tiltDeg: 0, azimuthDeg }));
  const [first, ...others] = dayKwh(flat);
  for (const kwh of others) expect(kwh / first).toBeCloseTo(1, 9);
  // A quarter of the world to the west the same day comes six hours later; the sun has moved on by a quarter of a day's declination.
  const [later] = dayKwh([SOUTH], { startMs: EQUINOX + 21_600_000, lon: 12.3 - 90 });
  expect(Math.abs(later / dayKwh([SOUTH])[0] - 1)).toBeLessThan(0.002);
});

it("gives twice the modules twice the energy", () => {
  expect(dayKwh([SOUTH], { modules: 10 })[0] / dayKwh([SOUTH])[0]).toBeCloseTo(2, 9);
});
