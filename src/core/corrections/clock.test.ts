import { describe, expect, it } from "vitest";
import { DAY_MS, MINUTE_MS } from "../constants";
import { expectedOutput } from "../expected/expectedOutput";
import { exampleSite } from "../simulator/exampleSite";
import { readFaultsFile } from "../simulator/faultsFile";
import { simulateSite } from "../simulator/simulateSite";
import { makeWeather } from "../simulator/weatherMaker";
import { weatherFromSeries } from "../weather/weather";
import { atTrueTime, clockSpans } from "./clock";

const site = exampleSite();
const startMs = Date.parse("2025-04-01T00:00:00Z");

/** Spans of a simulated production with faults, against what was expected. */
function spansOf(faults: object[], { days = 80, stepMs = 900_000, seed = 5 } = {}) {
  const grid = { startMs, stepMs, count: (days * DAY_MS) / stepMs };
  const weather = makeWeather(grid, site.location, seed);
  const file = readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct: 1.5, faults }), "f", site);
  const { production } = simulateSite(site, weather, file, seed);
  const expected = expectedOutput(site, weatherFromSeries(weather)).inverters.get("inv1")?.acW as Float64Array;
  return { spans: clockSpans(production.channels.get("inv1.ac_w") as Float64Array, expected, grid), grid };
}
const off = (offsetMinutes: number, more: object = {}) => ({ cause: "clock-error", scope: "site", offsetMinutes, ...more });
const minutes = (spans: { lateMs: number }[]) => spans.map(({ lateMs }) => lateMs / MINUTE_MS);

describe("a clock that is right", () => {
  it.each<[string, object[]]>([
    ["on a healthy array", []],
    ["with a string that dies", [{ cause: "string-open", scope: "s2", from: "2025-05-01T00:00:00Z" }]],
    [
      "beside a wall in the east",
      [{ cause: "shading", scope: "south", kind: "building", bearingDeg: 95, distanceM: 7, heightM: 8, widthM: 14 }],
    ],
    [
      "behind a row of trees in the west",
      [{ cause: "shading", scope: "south", kind: "tree", bearingDeg: 254, distanceM: 7.6, heightM: 9, widthM: 8.5 }],
    ],
    ["under dust", [{ cause: "soiling", scope: "site", pctPerDay: 0.5 }]],
    ["with a wrong scale", [{ cause: "scale-error", scope: "inv1", factor: 0.7 }]],
    ["with an inverter that trips when wet", [{ cause: "wet-insulation-trip", scope: "inv1" }]],
  ])("stays so %s", (_, faults) => {
    expect(minutes(spansOf(faults).spans)).toEqual([0]);
  });
});

describe("a clock that is off", () => {
  it.each([60, -60, 25, -20, 480, 30])("by %i minutes is told", (offset) => {
    const [span, ...more] = spansOf([off(offset)]).spans;
    expect(more).toEqual([]);
    expect(Math.abs(span.lateMs / MINUTE_MS - offset)).toBeLessThanOrEqual(3);
  });

  it("is told at other intervals", () => {
    for (const stepMs of [300_000, 600_000, 1_800_000, 3_600_000])
      expect(minutes(spansOf([off(60)], { stepMs, days: 40 }).spans), `${stepMs}`).toEqual([60]);
  });

  it("from a day on, and until another, is told to the day", () => {
    const { spans } = spansOf([off(60, { from: "2025-04-27T00:00:00Z", to: "2025-06-02T00:00:00Z" })]);
    const [from, to] = [26 * 96, 62 * 96];
    expect(minutes(spans)).toEqual([0, 60, 0]);
    expect(Math.abs(spans[1].from - from)).toBeLessThanOrEqual(96);
    expect(Math.abs(spans[1].to - to)).toBeLessThanOrEqual(96);
  });

  it("can't be told from a few dark days", () => {
    const grid = { startMs, stepMs: 900_000, count: 96 * 4 };
    expect(clockSpans(new Float64Array(grid.count), new Float64Array(grid.count), grid)).toMatchObject([{ lateMs: 0 }]);
  });
});

describe("values at their true time", () => {
  const values = Float64Array.from([0, 1, 2, 3, 4, 5]);
  const span = (from: number, to: number, lateMs: number) => ({ from, to, lateMs, spreadMs: 0, windows: 9 });

  it("move by whole intervals, and share parts of one", () => {
    expect([...atTrueTime(values, [span(0, 6, 2)], 1)]).toEqual([2, 3, 4, 5, Number.NaN, Number.NaN]);
    expect([...atTrueTime(values, [span(0, 6, -1)], 1)]).toEqual([Number.NaN, 0, 1, 2, 3, 4]);
    expect([...atTrueTime(values, [span(0, 6, 0.5)], 1)]).toEqual([0.5, 1.5, 2.5, 3.5, 4.5, Number.NaN]);
    expect(atTrueTime(values, [span(0, 6, 0)], 1)).toEqual(values);
  });

  it("move in their own span alone", () => {
    expect([...atTrueTime(values, [span(0, 3, 0), span(3, 6, 1)], 1)]).toEqual([0, 1, 3, 4, 5, Number.NaN]);
  });
});
