import fc from "fast-check";
import { expect, it } from "vitest";
import { assembleSeries } from "./assembleSeries";
import { packDays } from "./packedDays";

const DAY = 86_400_000;
const values = fc.array(fc.option(fc.float({ min: -1e6, max: 1e6, noNaN: true }), { nil: Number.NaN }), { minLength: 1, maxLength: 400 });
const stepMinutes = fc.constantFrom(5, 10, 15, 20, 30, 60);

/** Without the missing values at both ends, which no store keeps. */
function trimmed(list: readonly number[]): number[] {
  const first = list.findIndex((value) => !Number.isNaN(value));
  const last = list.findLastIndex((value) => !Number.isNaN(value));
  return first < 0 ? [] : list.slice(first, last + 1);
}

it("what is packed by days comes back on its axis, wherever it begins and however it is holed", () => {
  fc.assert(
    fc.property(
      values,
      stepMinutes,
      fc.integer({ min: 0, max: 40_000 }),
      fc.integer({ min: 0, max: 59 }),
      (list, minutes, quarter, phase) => {
        const grid = {
          startMs: 20_000 * DAY + quarter * minutes * 60_000 + (phase % minutes) * 60_000,
          stepMs: minutes * 60_000,
          count: list.length,
        };
        const days = packDays(Float64Array.from(list), grid, "inv1.ac_w");
        for (const day of days) expect(day.packed.some((byte) => byte !== 0)).toBe(true);
        const series = days.length > 0 ? assembleSeries([{ name: "inv1.ac_w", days }]) : null;
        const wanted = trimmed(list);
        expect([...(series?.channels.get("inv1.ac_w") ?? [])]).toEqual(wanted);
        if (series) {
          const skipped = list.findIndex((value) => !Number.isNaN(value));
          expect(series.grid).toEqual({ startMs: grid.startMs + skipped * grid.stepMs, stepMs: grid.stepMs, count: wanted.length });
        }
      },
    ),
  );
});
