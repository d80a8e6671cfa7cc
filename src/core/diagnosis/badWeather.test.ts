import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { type CaseOptions, simulatedCase } from "../simulator/simulatedCase";
import { diagnose } from "./diagnose";

function told(options: CaseOptions) {
  const { site, weather, production, truth } = simulatedCase(options);
  const { diagnosis } = diagnose(site, weather, production, { weather: "w", production: "p" });
  const lossOf = (cause: string) => diagnosis.causes.filter((one) => one.cause === cause).reduce((sum, { lossKwh }) => sum + lossKwh, 0);
  const trueLossOf = (cause: string) => truth.find((one) => one.cause === cause)?.lossKwh ?? 0;
  return { causes: diagnosis.causes, errorOf: (cause: string) => Math.abs(lossOf(cause) / trueLossOf(cause) - 1) };
}

describe("bad weather", () => {
  it("has a string that died under snow told as it died, and no more days given to the snow than it had", () => {
    const { causes, errorOf } = told({
      ...{ from: "2025-11-01", days: 180, seed: 6 },
      faults: [
        { cause: "string-open", scope: "s2", from: "2026-01-05T00:00:00Z" },
        { cause: "snow", scope: "site" },
      ],
    });
    const dead = causes.find(({ cause }) => cause === "string-open");
    expect(Math.abs(Date.parse(dead?.from ?? "") - Date.parse("2026-01-05T00:00:00Z"))).toBeLessThan(3 * 86_400_000);
    expect(errorOf("string-open")).toBeLessThan(0.15);
    expect(errorOf("snow")).toBeLessThan(0.35);
  });

  it("has an inverter that trips in the wet told so, and what it lost at dawn with it", () => {
    const { causes, errorOf } = told({
      ...{ from: "2025-08-10", days: 60, seed: 8 },
      faults: [{ cause: "wet-insulation-trip", scope: "inv1", dryHours: 3 }],
    });
    expect(causes.map(({ cause }) => cause)).toContain("wet-insulation-trip");
    expect(causes.map(({ cause }) => cause)).not.toContain("inverter-outage");
    expect(errorOf("wet-insulation-trip")).toBeLessThan(0.15);
  });
});

describe("what a limit takes", () => {
  it("is told by the calibration of the hours that are free of it", () => {
    const small = exampleSite((it) => void (it.inverters[0].acRatedW = 5200));
    const { errorOf } = told({ site: small, from: "2025-04-01", days: 120, faults: [{ cause: "clipping", scope: "inv1" }] });
    expect(errorOf("clipping")).toBeLessThan(0.12);
  });

  it("by heat is what was missing, and not what a straight line would leave", () => {
    const { errorOf } = told({
      ...{ from: "2025-05-01", days: 120 },
      faults: [{ cause: "thermal-derating", scope: "inv1", startC: 38, pctPerC: 3 }],
    });
    expect(errorOf("thermal-derating")).toBeLessThan(0.12);
  });
});
