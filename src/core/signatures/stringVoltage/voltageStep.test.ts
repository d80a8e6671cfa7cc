import { describe, expect, it } from "vitest";
import { RandomStream } from "../../random";
import type { DayIndex } from "../../series/localDay";
import { voltageStep } from "./voltageStep";

const [DAYS, PER_DAY] = [40, 24];
const days: DayIndex = {
  days: Array.from({ length: DAYS }, (_, row) => row),
  firsts: Array.from({ length: DAYS + 1 }, (_, row) => row * PER_DAY),
  minuteOfDay: new Uint16Array(DAYS * PER_DAY),
};
const random = new RandomStream(7);
const amps = Float64Array.from({ length: DAYS * PER_DAY }, (_, i) => 1 + 9 * Math.sin((Math.PI * ((i % PER_DAY) + 0.5)) / PER_DAY));
const missing = (of: (row: number, i: number) => number) =>
  voltageStep(
    amps.map((_, i) => of(Math.floor(i / PER_DAY), i) + random.normal()),
    amps,
    days,
  );

describe("a step in what a string's voltage lacks", () => {
  it("is a constant or goes with the current, with its day and size, and how far the voltage strayed before it", () => {
    const part = missing((row) => (row >= 18 ? 11 : 0));
    expect(part).toMatchObject({ row: 18, kind: "constant" });
    expect(part?.volts).toBeCloseTo(11, 0);
    expect(part?.fellV).toBeCloseTo(11, 0);
    expect(part?.strayedV).toBeCloseTo(1, 0);
    const joint = missing((row, i) => (row >= 25 ? 1.5 * amps[i] : 0));
    expect(joint).toMatchObject({ row: 25, kind: "with-current" });
    expect(joint?.ohm).toBeCloseTo(1.5, 1);
  });

  it("is small beside what a string strays by that is lit in two ways, oftener past its darker part as the year goes on", () => {
    const toAndFro = missing((row, i) => (i % 10 < 3 + row / 8 ? 90 : 0));
    expect(toAndFro?.fellV).toBeLessThan(2 * (toAndFro?.strayedV ?? 0));
  });

  it("needs days on both sides", () => {
    expect(voltageStep(new Float64Array(6 * PER_DAY), amps.slice(0, 6 * PER_DAY), { ...days, days: days.days.slice(0, 6) })).toBeNull();
  });
});
