import { expect, it } from "vitest";
import { gridOfDays, mergeDay, packDays, placeDay, trimmedRange, unpackDay } from "./packedDays";

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const NAN = Number.NaN;

it("cuts at UTC midnight, leaves empty days out and comes back together on one axis", () => {
  const grid = { startMs: 20_000 * DAY + 22 * HOUR, stepMs: HOUR, count: 54 };
  const values = Float64Array.from({ length: 54 }, (_, i) => (i >= 2 && i < 26 ? NAN : i));
  const days = packDays(values, grid, "inv1.ac_w");
  expect(days.map(({ day }) => day)).toEqual([20_000, 20_002, 20_003]);
  const whole = gridOfDays(days);
  expect(whole).toEqual({ startMs: 20_000 * DAY, stepMs: HOUR, count: 96 });
  const back = new Float64Array(whole.count).fill(NAN);
  for (const day of days) placeDay(back, whole, day, "inv1.ac_w");
  const { from, to } = trimmedRange([back], whole);
  expect([from, to]).toEqual([22, 76]);
  expect([...back.subarray(from, to)]).toEqual([...values]);
});

it("keeps the minutes that a logger is off the full step", () => {
  const grid = { startMs: 20_000 * DAY + 7 * 60_000, stepMs: HOUR, count: 30 };
  const days = packDays(new Float64Array(30).fill(1), grid, "inv1.ac_w");
  expect(days.map(({ phaseMs }) => phaseMs)).toEqual([420_000, 420_000]);
  expect(gridOfDays(days).startMs).toBe(grid.startMs);
});

it("takes half the room for powers, and the whole for counters, whose differences matter", () => {
  const grid = { startMs: 20_000 * DAY, stepMs: HOUR, count: 24 };
  const reading = 1_234_567.891;
  const values = new Float64Array(24).fill(reading);
  const [counter] = packDays(values, grid, "meter.kwh");
  const [power] = packDays(values, grid, "inv1.ac_w");
  expect([counter.packed.length, power.packed.length]).toEqual([24 * 8, 24 * 4]);
  expect(unpackDay(counter.packed, "meter.kwh")[0]).toBe(reading);
  expect(Math.abs(unpackDay(power.packed, "inv1.ac_w")[0] / reading - 1)).toBeLessThan(6e-8);
});

it("reads bytes that don't begin on a multiple of four, as a database hands them over", () => {
  const [day] = packDays(Float64Array.from([1.5, 2.5]), { startMs: 0, stepMs: DAY / 2, count: 2 }, "inv1.ac_w");
  const shifted = new Uint8Array(day.packed.length + 1);
  shifted.set(day.packed, 1);
  expect([...unpackDay(shifted.subarray(1), "inv1.ac_w")]).toEqual([1.5, 2.5]);
});

it("lets the newer day win, fills its holes from the older, and doesn't mix steps", () => {
  const grid = { startMs: 0, stepMs: DAY / 4, count: 4 };
  const [older] = packDays(Float64Array.from([1, 2, 3, NAN]), grid, "inv1.ac_w");
  const [newer] = packDays(Float64Array.from([9, NAN, NAN, 8]), grid, "inv1.ac_w");
  expect([...unpackDay(mergeDay(newer, older, "inv1.ac_w").packed, "inv1.ac_w")]).toEqual([9, 2, 3, 8]);
  const [half] = packDays(Float64Array.from([5, NAN]), { startMs: 0, stepMs: DAY / 2, count: 2 }, "inv1.ac_w");
  expect(mergeDay(half, older, "inv1.ac_w")).toBe(half);
});

it("has no range where nothing is known", () => {
  const grid = { startMs: 0, stepMs: HOUR, count: 3 };
  const { from, to } = trimmedRange([new Float64Array(3).fill(NAN)], grid);
  expect(from).toBe(to);
});

it("reads a day out of a buffer that is part of a larger one", () => {
  const values = Float64Array.from([1, 2.5, NAN, -4]);
  const [{ packed }] = packDays(values, { startMs: 0, stepMs: 6 * HOUR, count: 4 }, "inv1.ac_w");
  const large = Buffer.alloc(64, 7);
  large.set(packed, 9);
  expect(unpackDay(large.subarray(9, 9 + packed.length), "inv1.ac_w")).toEqual(values);
});
