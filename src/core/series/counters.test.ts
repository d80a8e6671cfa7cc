import { describe, expect, it } from "vitest";
import { accumulated, counterSteps, tellEnergyForm, withoutResets } from "./counters";
import { isMarker, removeImpossible, removeMarkers } from "./impossible";
import { tellStep } from "./steadyStep";

/** A day's energies by quarter hours, kWh. */
const day = Array.from({ length: 96 }, (_, k) =>
  Math.max(0, 1.4 * Math.cos(((k - 48) / 28) * (Math.PI / 2)) ** 2 * (Math.abs(k - 48) < 28 ? 1 : 0)),
);
const days = [...day, ...day.map((value) => value * 0.4), ...day];
const dayOf = (i: number) => Math.floor(i / 96);
const running = (values: readonly number[], from = 0) => Float64Array.from(accumulated(Float64Array.from(values)), (value) => value + from);
const daily = Float64Array.from([day, day.map((value) => value * 0.4), day].flatMap((own) => [...running(own)]));

describe("how energies stand to each other", () => {
  it("tells sums of intervals, counters and counters of the day", () => {
    expect(tellEnergyForm(Float64Array.from(days), dayOf)).toBe("interval");
    expect(tellEnergyForm(running(days, 15_000), dayOf)).toBe("counter");
    expect(tellEnergyForm(daily, dayOf)).toBe("day-counter");
    expect(tellEnergyForm(running(day), () => 0)).toBe("counter");
    expect(tellEnergyForm(new Float64Array(96), dayOf)).toBe("interval");
  });

  it("isn't misled by holes, nor by one change of a counter", () => {
    const holed = running(days, 100).map((value, i) => (i % 7 === 0 ? Number.NaN : value));
    expect(tellEnergyForm(holed, dayOf)).toBe("counter");
    const changed = running(days, 100).map((value, i) => (i > 150 ? value - 90 : value));
    expect(tellEnergyForm(changed, dayOf)).toBe("counter");
  });
});

describe("what a counter counted", () => {
  it("is the difference to the next reading, missing where either is", () => {
    const { steps, resets } = counterSteps(Float64Array.from([10, 11, Number.NaN, 15, 15, 18]), 5, false);
    expect([...steps]).toEqual([1, Number.NaN, Number.NaN, 0, 3, Number.NaN]);
    expect(resets).toEqual([]);
  });

  it("begins at nothing where it was reset, and jumps count nothing", () => {
    const { steps, resets } = counterSteps(Float64Array.from([10, 12, 1, 2, 900, 901]), 5, false);
    expect([...steps].slice(0, 5)).toEqual([2, 1, 1, Number.NaN, 1]);
    expect(resets).toEqual([2, 4]);
  });

  it("goes on over resets", () => {
    expect([...withoutResets(Float64Array.from([5, 6, Number.NaN, 1, 3])).values]).toEqual([5, 6, Number.NaN, 7, 9]);
  });
});

describe("the interval of stamps", () => {
  const minute = 60_000;
  const times = (minutes: number[]) => Float64Array.from(minutes, (value) => value * minute);
  const regular = (count: number, step: number) => Array.from({ length: count }, (_, k) => k * step);

  it("is the commonest gap, whatever is missing", () => {
    const some = regular(200, 15).filter((_, k) => k % 9 !== 4 && (k < 60 || k > 90));
    expect(tellStep(times(some))).toEqual({ stepMs: 15 * minute, phaseMs: 0, fit: "exact", mixedMinutes: [] });
  });

  it("is told where stamps stray, and where the interval changes", () => {
    const strays = regular(300, 5).map((value, k) => value + ((k * 37) % 100) / 120);
    expect(tellStep(times(strays))).toMatchObject({ stepMs: 5 * minute, phaseMs: 0, fit: "straying" });
    const mixed = [...regular(300, 5), ...regular(100, 15).map((value) => 1500 + value)];
    expect(tellStep(times(mixed))).toMatchObject({ stepMs: 15 * minute, fit: "finer", mixedMinutes: [15] });
  });

  it("keeps where stamps lie within it, and says nothing of one stamp", () => {
    expect(tellStep(times(regular(50, 15).map((value) => value + 7)))).toMatchObject({ phaseMs: 7 * minute, fit: "exact" });
    expect(tellStep(times([1]))).toBeNull();
  });
});

describe("values that can't be", () => {
  it("takes numbers that loggers write for none away, where they stand alone", () => {
    const values = Float64Array.from([1, 2, -9999, 3, 65_535]);
    expect(removeMarkers(values)).toEqual({ count: 2, first: 2 });
    expect([...values]).toEqual([1, 2, Number.NaN, 3, Number.NaN]);
    // A counter may well pass by one.
    expect(removeMarkers(Float64Array.from([9_998, 9_999, 10_000])).count).toBe(0);
    expect(isMarker(-999)).toBe(true);
  });

  it("takes what lies outside of what can be away", () => {
    const values = Float64Array.from([0, 7000, 22_000, -800, Number.NaN]);
    expect(removeImpossible(values, { least: -700, most: 21_000 })).toEqual({ count: 2, first: 2 });
    expect([...values]).toEqual([0, 7000, Number.NaN, Number.NaN, Number.NaN]);
  });
});
