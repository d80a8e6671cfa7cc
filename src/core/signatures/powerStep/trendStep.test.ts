import { describe, expect, it } from "vitest";
import { RandomStream } from "../../random";
import { stepError, trendSteps } from "./trendStep";

const DAYS = 200;

function levels(of: (day: number, random: RandomStream) => number, seed = 3): [Float64Array, Float64Array] {
  const random = new RandomStream(seed);
  return [Float64Array.from({ length: DAYS }, (_, day) => of(day, random)), new Float64Array(DAYS).fill(0.02)];
}

const fallen = (day: number) => (day >= 110 ? -0.03 : 0);

describe("a step in a level", () => {
  it("is told with its day and size, over a slope and a bend", () => {
    const bent = (day: number) => 0.04 * (day / DAYS) - 0.06 * (day / DAYS - 0.5) ** 2;
    const [first] = trendSteps(...levels((day, random) => bent(day) + fallen(day) + 0.01 * random.normal()));
    expect(Math.abs(first.row - 110)).toBeLessThanOrEqual(1);
    expect(Math.abs(first.fall - 0.03)).toBeLessThan(0.01);
    expect(first.overError).toBeGreaterThan(4.5);
  });

  it("isn't made of a slope, a season or chance", () => {
    for (let seed = 1; seed <= 20; seed++) {
      const [first] = trendSteps(...levels((day, random) => -0.06 * (day / DAYS) + 0.015 * random.normal(), seed));
      const [second] = trendSteps(...levels((day, random) => 0.02 * Math.sin(day / 58) + 0.015 * random.normal(), seed));
      expect(first.overError, `slope ${seed}`).toBeLessThan(4.5);
      expect(second.overError, `season ${seed}`).toBeLessThan(4.5);
    }
  });

  it("counts days that err alike as fewer", () => {
    const overError = (memory: number) => {
      let apart = 0;
      const noisy = levels((day, random) => {
        apart = memory * apart + Math.sqrt(1 - memory ** 2) * 0.015 * random.normal();
        return fallen(day) + apart;
      });
      return trendSteps(...noisy).find(({ row }) => Math.abs(row - 110) < 5)?.overError ?? 0;
    };
    expect(overError(0.7)).toBeLessThan(0.8 * overError(0));
  });

  it("isn't moved far by a few days that stray", () => {
    const [first] = trendSteps(...levels((day, random) => fallen(day) + 0.008 * random.normal() - (day % 40 === 5 ? 0.8 : 0)));
    expect(Math.abs(first.row - 110)).toBeLessThanOrEqual(2);
    expect(Math.abs(first.fall - 0.03)).toBeLessThan(0.012);
  });

  it("is in doubt by what its days scatter, over the root of how many they are", () => {
    const errors = [0.01, 0.02].map((spread) => stepError(...levels((_, random) => spread * random.normal())) as number);
    expect(errors[1] / errors[0]).toBeGreaterThan(1.7);
    // Of a level, a slope and a bend over n days, a step in the middle is known to 3.0 σ / √n (least squares by hand); at the ends less well.
    expect(errors[0] / (0.01 / Math.sqrt(120))).toBeGreaterThan(2.5);
    expect(errors[0] / (0.01 / Math.sqrt(120))).toBeLessThan(6);
    expect(stepError(new Float64Array(20), new Float64Array(20).fill(0.02))).toBeNull();
  });

  it("needs days on both sides, and takes a second one well away from the first", () => {
    expect(trendSteps(new Float64Array(27), new Float64Array(27).fill(1))).toEqual([]);
    const two = trendSteps(...levels((day, random) => -(day >= 60 ? 0.04 : 0) - (day >= 140 ? 0.03 : 0) + 0.005 * random.normal()));
    expect(two.map(({ row }) => Math.round(row / 10))).toEqual([6, 14]);
  });
});
