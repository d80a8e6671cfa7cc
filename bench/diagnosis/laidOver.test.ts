import { describe, expect, it } from "vitest";
import { DAY_MS } from "@/core/constants";
import { simulatedCase } from "@/core/simulator/simulatedCase";
import { LAID_OVER, layOver } from "./laidOver";
import type { SuiteCase } from "./suite";

const { site, weather, production } = simulatedCase({ days: 90, told: /\.(ac_w|dc_[av])$|^meter/ });
const one: SuiteCase = { id: "house", site, weather, production, healthy: true, causes: [] };
const sum = (values: Float64Array | undefined, from = 0) => values?.subarray(from).reduce((total, value) => total + (value || 0), 0) ?? 0;

describe("one more cause laid over a site", () => {
  it("leaves what was measured before it, and takes its part after", () => {
    const laid = layOver(one, "string-open", 3);
    const [truth] = laid?.causes ?? [];
    expect(truth).toMatchObject({ cause: "string-open", to: null, lossScored: true });
    const from = (Date.parse(truth.from) - production.grid.startMs) / production.grid.stepMs;
    const [before, after] = [production, laid?.production].map((series) => series?.channels.get("inv1.ac_w"));
    expect([...(after ?? []).slice(0, from)]).toEqual([...(before ?? []).slice(0, from)]);
    expect(sum(after, from) / sum(before, from)).toBeCloseTo(0.5, 1);
    expect(truth.lossKwh).toBeCloseTo((sum(before) - sum(after)) / 4000, 3);
    expect(laid?.healthy).toBe(false);
  });

  it("moves stamps for a clock, and costs nothing", () => {
    const laid = layOver(one, "clock-error", 3);
    expect(laid?.causes[0]).toMatchObject({ cause: "clock-error", lossKwh: 0, lossScored: false });
    const [before, after] = [production, laid?.production].map((series) => series?.channels.get("inv1.ac_w") as Float64Array);
    const late = [4, -4].find((steps) => after[50 * 96 + 48] === before[50 * 96 + 48 - steps]);
    expect(late).toBeDefined();
  });

  it("isn't where the site can't have it, nor where it is already", () => {
    expect(layOver(one, "module-converter-failed", 3)).toBeNull();
    expect(layOver(one, "degradation", 3)).toBeNull();
    const laid = layOver(one, "string-open", 3) as SuiteCase;
    expect(layOver(laid, "string-open", 4)).toBeNull();
    expect(layOver(laid, "clock-error", 4)?.causes).toHaveLength(2);
    expect(new Set(LAID_OVER).size).toBe(LAID_OVER.length);
    expect((90 * DAY_MS) / production.grid.stepMs).toBe(production.grid.count);
  });
});
