import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { DAY_MS } from "../constants";
import { statesOf } from "../diagnosis/states";
import { simulatedCase } from "../simulator/simulatedCase";
import { DayBook } from "./dayBook";
import { codeOf, FULL_SCALE, NOT_KNOWN, rowBytes, wattsOf } from "./shape";
import { dayBookShapeOf, joinDayBooks, writeDayBook } from "./writeDayBook";

function told(days = 12, tells?: RegExp) {
  const { site, weather, production } = simulatedCase({ days, told: tells });
  const comparison = compare(site, weather, production, { weather: "w", production: "p" });
  return { comparison, states: statesOf(comparison), causeDays: [] };
}

describe("a power as it is written", () => {
  it("comes back within a forty-thousandth of the peak, and as unknown where it isn't known", () => {
    for (const watts of [0, 1, 999, 5000, 7499]) expect(Math.abs(wattsOf(codeOf(watts, 5000), 5000) - watts)).toBeLessThan(0.1);
    expect(codeOf(Number.NaN, 5000)).toBe(NOT_KNOWN);
    expect(wattsOf(NOT_KNOWN, 5000)).toBeNaN();
  });

  it("is never less than nothing, nor more than the scale", () => {
    expect(wattsOf(codeOf(-3, 5000), 5000)).toBe(0);
    expect(wattsOf(codeOf(1e9, 5000), 5000)).toBe(FULL_SCALE * 5000);
  });
});

describe("a day book", () => {
  const run = told(12, /\.(ac_w|dc_a|dc_v)$/);
  const shape = dayBookShapeOf(run);
  const book = new DayBook(shape, writeDayBook(run, shape));
  const { days, grid, weather, production } = run.comparison;

  it("has each slot's power as measured and as expected, by the site's clock", () => {
    const noon = days.firsts[5] + (12 * 60 - days.minuteOfDay[days.firsts[5]]) / 15;
    const [unit] = run.comparison.units;
    expect(book.measuredW(5, 48, 0)).toBeCloseTo(unit.measuredW[noon], 0);
    expect(book.expectedW(5, 48, 0)).toBeCloseTo(unit.expectedW[noon], 0);
    expect(book.dayOf(5)).toBe(new Date((days.days[0] + 5) * DAY_MS).toISOString().slice(0, 10));
    expect(book.rowOf(book.dayOf(5))).toBe(5);
  });

  it("has what isn't usable as unknown", () => {
    const gone = told(12);
    gone.states[0].unusable.fill(1, days.firsts[3], days.firsts[4]);
    const holed = dayBookShapeOf(gone);
    expect(new DayBook(holed, writeDayBook(gone, holed)).measuredW(3, 48, 0)).toBeNaN();
  });

  it("has the days' weather: light and rain as sums, warmth while the sun is up and snow as means", () => {
    const i = Array.from({ length: days.firsts[3] - days.firsts[2] }, (_, k) => days.firsts[2] + k);
    const sum = (values: ArrayLike<number>) => i.reduce((total, at) => total + values[at], 0);
    // What the sensor says at night isn't light.
    expect(book.weather(2, "lightKwhM2")).toBeCloseTo((sum(weather.ghiWm2 as Float64Array) / 1000) * (grid.stepMs / 3_600_000), 1);
    expect(book.weather(2, "airC")).toBeGreaterThan(Math.min(...i.map((at) => weather.airTempC[at])));
    expect(book.weather(2, "snowCm")).toBe(0);
  });

  it("has the energy of each string whose current and voltage are told, and its charge where only the current is", () => {
    expect(shape.parts).toEqual([
      { scope: "s1", unit: "kWh" },
      { scope: "s2", unit: "kWh" },
    ]);
    const [amps, volts] = [production.channels.get("s1.dc_a"), production.channels.get("s1.dc_v")] as Float64Array[];
    let kwh = 0;
    for (let i = days.firsts[4]; i < days.firsts[5]; i++) kwh += (amps[i] * volts[i] * (grid.stepMs / 3_600_000)) / 1000 || 0;
    expect(book.part(4, 0)).toBeCloseTo(kwh, 3);
    expect(dayBookShapeOf(told(3, /\.(ac_w|dc_a)$/)).parts[0].unit).toBe("Ah");
  });

  it("refuses bytes of another shape", () => {
    expect(() => new DayBook({ ...shape, rows: shape.rows - 1 }, writeDayBook(run, shape))).toThrow(/a day book of/);
    expect(writeDayBook(run, shape)).toHaveLength(shape.rows * rowBytes(shape));
  });

  it("takes later days in place of its own from a day on", () => {
    const later = { firstDay: days.days[8], book: writeDayBook(run, shape).subarray(8 * rowBytes(shape)) };
    const short = { shape: { ...shape, rows: 10 }, book: writeDayBook(run, shape).subarray(0, 10 * rowBytes(shape)) };
    const joined = joinDayBooks(short, later, days.days[9]);
    expect(joined.shape).toEqual(shape);
    expect(joined.book).toEqual(writeDayBook(run, shape));
  });
});
