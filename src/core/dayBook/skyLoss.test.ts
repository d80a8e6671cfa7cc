import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { statesOf } from "../diagnosis/states";
import { simulatedCase } from "../simulator/simulatedCase";
import { sunPosition } from "../sun/position";
import { DayBook } from "./dayBook";
import { impliedSkyline, type SkyPart, skyLoss } from "./skyLoss";
import { sunPlaces } from "./sunPlaces";
import { dayBookShapeOf, writeDayBook } from "./writeDayBook";

function bookOf(faults: object[] = [], days = 120) {
  const { site, weather, production } = simulatedCase({ days, faults });
  const comparison = compare(site, weather, production, { weather: "w", production: "p" });
  const run = { comparison, states: statesOf(comparison), causeDays: [] };
  const shape = dayBookShapeOf(run);
  return { site, comparison, book: new DayBook(shape, writeDayBook(run, shape)) };
}

describe("the sky of a day book", () => {
  const { site, comparison, book } = bookOf();
  const places = sunPlaces(book, site.location, site.location.timeZone);
  const { days, grid } = comparison;

  it("has the sun where it stood in the middle of a slot", () => {
    const i = days.firsts[30] + 50;
    const slot = 30 * 96 + Math.floor(days.minuteOfDay[i] / 15);
    const sun = sunPosition(grid.startMs + (i + 0.5) * grid.stepMs, site.location);
    expect(places.azimuthDeg[slot]).toBeCloseTo(sun.azimuthDeg, 2);
    expect(places.elevationDeg[slot]).toBeCloseTo(90 - sun.zenithDeg, 2);
    expect(places.elevationDeg[30 * 96]).toBe(-90);
  });

  it("sums to the energies of the days asked for", () => {
    const part = skyLoss(book, places, { from: 20, to: 40, unit: null });
    let due = 0;
    for (let row = 20; row < 40; row++) {
      for (let column = 0; column < 96; column++) {
        const [expected, measured] = [book.expectedW(row, column, 0), book.measuredW(row, column, 0)];
        if (places.elevationDeg[row * 96 + column] > 0 && !Number.isNaN(expected + measured)) due += expected / 4000;
      }
    }
    expect(part.reduce((sum, { expectedKwh }) => sum + expectedKwh, 0)).toBeCloseTo(due, 6);
  });

  it("implies no edge where nothing stands in the way", () => {
    const edges = impliedSkyline(skyLoss(book, places, { from: 0, to: book.shape.rows, unit: null }));
    expect(edges.filter(({ elevationDeg }) => elevationDeg > 12)).toEqual([]);
  });

  it("implies the edge of a wall at its bearing, and none elsewhere", () => {
    const wall = { cause: "shading", scope: "south", kind: "building", bearingDeg: 235, distanceM: 9, heightM: 8, widthM: 9 };
    const walled = bookOf([wall]);
    const edges = impliedSkyline(
      skyLoss(walled.book, sunPlaces(walled.book, site.location, site.location.timeZone), {
        from: 0,
        to: walled.book.shape.rows,
        unit: null,
      }),
    );
    const highest = edges.reduce((most, edge) => (edge.elevationDeg > most.elevationDeg ? edge : most));
    expect(Math.abs(highest.azimuthDeg - 235)).toBeLessThan(35);
    expect(highest.elevationDeg).toBeGreaterThan(20);
    expect(edges.filter(({ azimuthDeg, elevationDeg }) => azimuthDeg < 180 && elevationDeg > 12)).toEqual([]);
  });
});

it("puts an edge between what lacks and what doesn't", () => {
  const column = [0.3, 0.35, 0.9, 0.95].map(
    (came, k): SkyPart => ({ azimuthDeg: 142.5, elevationDeg: 1.5 + 3 * k, expectedKwh: 10, measuredKwh: 10 * came, slots: 40 }),
  );
  expect(impliedSkyline(column)).toEqual([{ azimuthDeg: 142.5, elevationDeg: 6, missing: expect.closeTo(0.675, 6) }]);
  expect(impliedSkyline(column.slice(2))).toEqual([{ azimuthDeg: 142.5, elevationDeg: 0, missing: 0 }]);
});
