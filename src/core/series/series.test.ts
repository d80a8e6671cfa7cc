import { expect, it } from "vitest";
import { runsWhere } from "./intervalRuns";
import { dayName, indexDays } from "./localDay";
import { stuckIntervals } from "./quality";
import { commonGrid, resampleChannel } from "./resample";

const HOUR = 3_600_000;

it("groups by the site's calendar day over the change of clocks", () => {
  const grid = { startMs: Date.parse("2025-03-28T23:00:00Z"), stepMs: HOUR, count: 24 * 3 };
  const { days, firsts, minuteOfDay } = indexDays(grid, "Europe/Vienna");
  expect(days.map(dayName)).toEqual(["2025-03-29", "2025-03-30", "2025-03-31", "2025-04-01"]);
  expect(firsts).toEqual([0, 24, 47, 71, 72]);
  expect([minuteOfDay[24], minuteOfDay[26], minuteOfDay[47]]).toEqual([0, 180, 0]);
});

it("resamples means by time, sums by sharing, counters by the last reading", () => {
  const quarter = { startMs: 0, stepMs: HOUR / 4, count: 8 };
  const hour = { startMs: 0, stepMs: HOUR, count: 2 };
  const values = Float64Array.from([1, 2, 3, 4, 5, Number.NaN, Number.NaN, Number.NaN]);
  expect([...resampleChannel(values, quarter, hour, "mean")]).toEqual([2.5, Number.NaN]);
  expect([...resampleChannel(values, quarter, hour, "sum")]).toEqual([10, Number.NaN]);
  expect([...resampleChannel(values, quarter, hour, "counter")]).toEqual([4, 5]);
});

it("compares on the coarser step over the time that both share", () => {
  const a = { startMs: 0, stepMs: HOUR / 4, count: 40 };
  const b = { startMs: 2 * HOUR, stepMs: HOUR, count: 50 };
  expect(commonGrid(a, b)).toEqual({ startMs: 2 * HOUR, stepMs: HOUR, count: 8 });
  expect(commonGrid(a, { ...b, startMs: 100 * HOUR })).toBeNull();
});

it("finds stretches across what can't be told, and whether they ended", () => {
  const answers = [false, true, null, true, false, true, null];
  expect(runsWhere(7, (i) => answers[i])).toEqual([
    { from: 1, to: 4, ended: true },
    { from: 5, to: 6, ended: false },
  ]);
});

it("calls a value stuck when it stands while its reference moves, not on a flat top", () => {
  const moving = Float64Array.from({ length: 40 }, (_, k) => 1000 + 50 * k);
  const stuck = Float64Array.from({ length: 40 }, (_, k) => (k >= 10 && k < 30 ? 1234 : 500 + k));
  expect([...stuckIntervals(stuck, moving, 5000, HOUR / 4)].reduce((a, b) => a + b, 0)).toBe(20);
  expect([...stuckIntervals(stuck, moving, 1200, HOUR / 4)].some(Boolean)).toBe(false);
  expect(
    [
      ...stuckIntervals(
        stuck,
        moving.map(() => 700),
        5000,
        HOUR / 4,
      ),
    ].some(Boolean),
  ).toBe(false);
});
