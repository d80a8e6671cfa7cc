import { describe, expect, it } from "vitest";
import { compare } from "../../comparison/compare";
import { DAY_MS, HOUR_MS } from "../../constants";
import { snowChance } from "../../losses/snowCover";
import type { Signature } from "../../signatures/signature";
import { simulatedCase } from "../../simulator/simulatedCase";
import { wetTrips } from "./wetInsulationTrip";

const DAYS = 40;
const PER_DAY = DAY_MS / (HOUR_MS / 4);

/**
 * Stops on some days, all day long, in a station's rain of other days.
 * @param stops days on which nothing comes @param rain days on which it rains all day
 */
function told(stops: number[], rain: number[]) {
  const one = simulatedCase({ days: DAYS, from: "2025-06-01" });
  const rainMm = one.weather.channels.get("rain_mm") as Float64Array;
  const acW = one.production.channels.get("inv1.ac_w") as Float64Array;
  rainMm.fill(0);
  for (const day of rain) rainMm.fill(0.2, day * PER_DAY, (day + 1) * PER_DAY - 24);
  for (const day of stops) acW.fill(0, day * PER_DAY, (day + 1) * PER_DAY);
  const comparison = compare(one.site, one.weather, one.production, { weather: "w", production: "p" });
  const [unit] = comparison.units;
  const claimed = new Uint8Array(comparison.grid.count);
  const state = { unit, unusable: new Uint8Array(comparison.grid.count), claimed, healthyRatio: 1 };
  const all = stops.map((day): Signature => {
    claimed.fill(1, day * PER_DAY, (day + 1) * PER_DAY);
    const [from, to] = [day * PER_DAY, (day + 1) * PER_DAY];
    return { cause: "inverter-outage", scope: "inv1", from, to, lossKwh: 0, evidence: [], nextTest: "" };
  });
  return wetTrips(comparison, state, snowChance(comparison.weather), all);
}

describe("stops that come with the rain", () => {
  it("are moisture's on three days and more", () => {
    const [trip, ...more] = told([5, 12, 20], [5, 12, 20, 30]);
    expect(more).toEqual([]);
    expect(trip).toMatchObject({ cause: "wet-insulation-trip", scope: "inv1" });
  });

  it("are on two where each wet day since stopped it, less surely", () => {
    const [trip] = told([25, 26], [25, 26]);
    expect(trip.cause).toBe("wet-insulation-trip");
    const [often] = told([5, 12, 20], [5, 12, 20]);
    expect(trip.evidence[0].weight).toBeLessThan(often.evidence[0].weight);
  });

  it("aren't where it withstood a wet day since, nor on one day, nor in the dry", () => {
    for (const [stops, rain] of [
      [
        [15, 16],
        [15, 16, 30],
      ],
      [[15], [15]],
      [
        [5, 12, 20],
        [7, 30],
      ],
    ])
      expect(told(stops, rain).every(({ cause }) => cause === "inverter-outage")).toBe(true);
  });

  it("say that it may have been moisture where they are too few, and don't in the dry", () => {
    const named = (stops: number[], rain: number[]) =>
      told(stops, rain).map(({ evidence }) => evidence.some(({ text }) => text.includes('"Trips when wet"')));
    expect(named([15], [15])).toEqual([true]);
    expect(named([15], [30])).toEqual([false]);
  });
});
