import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import type { Series } from "../series/grid";
import { simulatedCase } from "../simulator/simulatedCase";
import { recentLight } from "./recentLight";

const RECENT_DAYS = 30;

function lightOf(days: number, darker = 1) {
  const dull = (weather: Series): Series => {
    const { grid, channels } = weather;
    const from = grid.count - (RECENT_DAYS * 86_400_000) / grid.stepMs;
    const ghi = (channels.get("ghi") as Float64Array).map((value, i) => (i >= from ? darker * value : value));
    return { grid, channels: new Map([...channels, ["ghi", ghi]]) };
  };
  const { site, weather, production } = simulatedCase({ days, from: "2025-11-25", station: dull });
  return recentLight(compare(site, weather, production, { weather: "w", production: "p" }), RECENT_DAYS);
}

describe("the light of the last days", () => {
  it("is what the sky gave of a clear one, beside what it gives in that season", () => {
    const light = lightOf(365);
    expect(light?.share).toBeGreaterThan(0.3);
    expect(light?.share).toBeLessThan(1.05);
    expect((light?.share ?? 0) / (light?.usual ?? 1)).toBeGreaterThan(0.6);
    expect((light?.share ?? 0) / (light?.usual ?? 1)).toBeLessThan(1.5);
  });

  it("halves in a month of half the light, and what is usual stays", () => {
    const [ordinary, dark] = [lightOf(365), lightOf(365, 0.5)];
    expect((dark?.share ?? 0) / (ordinary?.share ?? 1)).toBeCloseTo(0.5, 1);
    // The site's days don't begin where the month does.
    expect(dark?.usual).toBeCloseTo(ordinary?.usual ?? 0, 1);
  });

  it("isn't told from too few days of the season", () => {
    expect(lightOf(45)).toBeNull();
  });
});
