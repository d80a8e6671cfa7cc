import fc from "fast-check";
import { expect, it } from "vitest";
import { commonGrid, resampleChannel } from "./resample";

const STEPS = [1, 5, 10, 15, 30, 60];
const whole = fc.array(fc.double({ min: 0, max: 1e4, noNaN: true }), { minLength: 60, maxLength: 240 });
const total = (list: ArrayLike<number>) => Array.from(list).reduce((sum, value) => sum + value, 0);

it("keeps energy when intervals are joined: of sums their sum, of means their mean by time", () => {
  fc.assert(
    fc.property(whole, fc.constantFrom(...STEPS), fc.constantFrom(...STEPS), (list, fine, coarse) => {
      fc.pre(coarse % fine === 0);
      const share = coarse / fine;
      const count = Math.floor(list.length / share);
      fc.pre(count > 0);
      const values = Float64Array.from(list.slice(0, count * share));
      const from = { startMs: 0, stepMs: fine * 60_000, count: values.length };
      const to = { startMs: 0, stepMs: coarse * 60_000, count };
      expect(total(resampleChannel(values, from, to, "sum"))).toBeCloseTo(total(values), 5);
      expect(total(resampleChannel(values, from, to, "mean")) * coarse).toBeCloseTo(total(values) * fine, 3);
      const counter = values.map((_, k) => k);
      expect([...resampleChannel(counter, from, to, "counter")]).toEqual(Array.from({ length: count }, (_, k) => (k + 1) * share - 1));
    }),
  );
});

it("never makes up a value outside those it came from", () => {
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.double({ min: 5, max: 10, noNaN: true }), { nil: Number.NaN }), { minLength: 10, maxLength: 100 }),
      fc.integer({ min: -50, max: 50 }),
      fc.constantFrom(...STEPS),
      fc.constantFrom(...STEPS),
      (list, shift, fromMinutes, toMinutes) => {
        const from = { startMs: 0, stepMs: fromMinutes * 60_000, count: list.length };
        const to = { startMs: shift * 60_000, stepMs: toMinutes * 60_000, count: 30 };
        for (const value of resampleChannel(Float64Array.from(list), from, to, "mean"))
          expect(Number.isNaN(value) || (value >= 5 - 1e-9 && value <= 10 + 1e-9)).toBe(true);
      },
    ),
  );
});

it("finds the axis that both share, within both and on the coarser step", () => {
  const grid = fc.record({
    startMs: fc.integer({ min: 0, max: 500 }).map((minutes) => minutes * 60_000),
    stepMs: fc.constantFrom(...STEPS).map((minutes) => minutes * 60_000),
    count: fc.integer({ min: 1, max: 200 }),
  });
  fc.assert(
    fc.property(grid, grid, (a, b) => {
      const both = commonGrid(a, b);
      if (!both) return;
      expect(both.stepMs).toBe(Math.max(a.stepMs, b.stepMs));
      for (const one of [a, b]) {
        expect(both.startMs).toBeGreaterThanOrEqual(one.startMs);
        expect(both.startMs + both.count * both.stepMs).toBeLessThanOrEqual(one.startMs + one.count * one.stepMs);
      }
      expect(both.count).toBeGreaterThan(0);
    }),
  );
});
