import { describe, expect, it } from "vitest";
import { compare } from "../../comparison/compare";
import { exampleSite } from "../../simulator/exampleSite";
import { simulatedCase } from "../../simulator/simulatedCase";
import { bypassByModule } from "./byModule";

const site = exampleSite((it) => {
  it.inverters[0].kind = "optimizer";
});

function seen(faults: object[], told = /\.(ac_w|wh)$/) {
  const one = simulatedCase({ site, faults, days: 40, told });
  const comparison = compare(one.site, one.weather, one.production, { weather: "w", production: "p" });
  const [unit] = comparison.units;
  const state = { unit, unusable: new Uint8Array(comparison.grid.count), claimed: new Uint8Array(comparison.grid.count), healthyRatio: 1 };
  const found = bypassByModule(comparison, state);
  return found.map(({ cause, scope, from, to, leaves }) => ({
    ...{ cause, scope, to, leaves: leaves?.(0) },
    from: new Date(comparison.grid.startMs + from * comparison.grid.stepMs).toISOString(),
  }));
}

const bypass = { cause: "bypass-conducting", scope: "s2.04", from: "2025-04-15T10:00:00Z", parts: 1 };

describe("a module's energy against its neighbours'", () => {
  it("tells a bypassed third, which module and since which hour", () => {
    const [one, ...more] = seen([bypass]);
    expect(more).toEqual([]);
    expect(one).toMatchObject({ cause: "bypass-conducting", scope: "s2.04", to: null });
    expect(one.leaves).toBeCloseTo(1 - 1 / 30, 6);
    expect(Math.abs(Date.parse(one.from) - Date.parse(bypass.from))).toBeLessThan(3_600_000);
  });

  it("tells two thirds, and when they were mended", () => {
    const [one] = seen([{ ...bypass, parts: 2, to: "2025-05-01T00:00:00Z" }]);
    expect(one.leaves).toBeCloseTo(1 - 2 / 30, 6);
    expect(one.to).not.toBeNull();
  });

  it("says that it was so from the first day on, where it was", () => {
    const [one] = seen([{ ...bypass, from: null }]);
    expect(one).toMatchObject({ scope: "s2.04", from: "2025-04-01T00:00:00.000Z", to: null });
  });

  it("stays where nothing is wrong, beside a silent converter and beside a tree", () => {
    expect(seen([])).toEqual([]);
    expect(seen([{ cause: "module-converter-failed", scope: "s1.03", from: "2025-04-15T10:00:00Z" }])).toEqual([]);
    expect(seen([{ cause: "shading", scope: "south", kind: "tree", bearingDeg: 150, distanceM: 5, heightM: 8, widthM: 3 }])).toEqual([]);
  });

  it("needs the energies of modules", () => {
    expect(seen([bypass], /\.ac_w$/)).toEqual([]);
  });
});
