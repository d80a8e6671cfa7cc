import { describe, expect, it } from "vitest";
import { DAY_MS, MINUTE_MS } from "../constants";
import { edgeLags } from "./daylightEdges";

const stepMs = 15 * MINUTE_MS;
const perDay = DAY_MS / stepMs;

/** Days from six to six as half a sine, beginning at an hour of the day. */
function days(count: number, { lateMin = 0, beginsAt = 0, evening = 24 } = {}): Float64Array {
  return Float64Array.from({ length: count * perDay }, (_, i) => {
    const hour = (beginsAt + ((i + 0.5) * 24) / perDay) % 24;
    const sun = hour - lateMin / 60;
    return hour < evening ? Math.max(0, 1000 * Math.sin((Math.PI * (sun - 6)) / 12)) : 0;
  });
}
const lags = (measured: Float64Array, expected: Float64Array) => {
  const { firstMs, lastMs } = edgeLags(measured, expected, { startMs: 0, stepMs, count: expected.length }, 0, expected.length);
  return [firstMs / MINUTE_MS, lastMs / MINUTE_MS];
};

describe("first and last light", () => {
  it.each([30, -30, 120, 7])("are both moved by a clock that is off by %i minutes", (lateMin) => {
    for (const beginsAt of [0, 14, 22]) {
      const [first, last] = lags(days(10, { lateMin, beginsAt }), days(10, { beginsAt }));
      expect(Math.abs(first - lateMin), `first, from ${beginsAt}`).toBeLessThan(3);
      expect(Math.abs(last - lateMin), `last, from ${beginsAt}`).toBeLessThan(3);
    }
  });

  it("are moved one by one by what takes the evening", () => {
    const [first, last] = lags(days(10, { evening: 16 }), days(10));
    expect(Math.abs(first)).toBeLessThan(2);
    expect(last).toBeLessThan(-60);
  });

  it.each([0.8, 0.5, 0.3, 1.2])("aren't moved by a level, as of %d of an array", (level) => {
    const [first, last] = lags(
      days(10).map((watts) => level * watts),
      days(10),
    );
    expect(first).toBeCloseTo(0, 6);
    expect(last).toBeCloseTo(0, 6);
  });

  it("aren't told from days on which hardly anything comes", () => {
    const covered = days(10).map((watts) => 0.1 * watts);
    expect(lags(covered, days(10))).toEqual([Number.NaN, Number.NaN]);
  });

  it("aren't told from three days, nor where nothing is known", () => {
    expect(lags(days(3), days(3))).toEqual([Number.NaN, Number.NaN]);
    expect(lags(new Float64Array(10 * perDay).fill(Number.NaN), days(10))).toEqual([Number.NaN, Number.NaN]);
  });
});
