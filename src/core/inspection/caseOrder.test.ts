import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { inCaseOrder, isAbout } from "./caseOrder";
import { type CaseMatter, casesWeight, diagnosedCauses } from "./matter";
import type { Station } from "./point";
import { walkFor } from "./walk";

const walk = walkFor(exampleSite());
const QUIET: CaseMatter = { complaint: "", causes: [] };
const held = (cause: CaseMatter["causes"][number]["cause"], confidence = 0.9, ended = false): CaseMatter => ({
  complaint: "",
  causes: [{ cause, confidence, ended }],
});
const at = (station: Station, matter: CaseMatter) =>
  inCaseOrder(walk, matter)
    .filter((stop) => stop.station === station)
    .flatMap(({ points }) => points);
const ids = (station: Station, matter: CaseMatter) => at(station, matter).map(({ id }) => id);
const point = (id: string) => {
  const found = walk.flatMap(({ points }) => points).find((one) => one.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe("what a case is about", () => {
  it("comes first under the array where a string gives nothing: its connectors, before ties and bends", () => {
    const order = ids("under-array", held("string-open"));
    for (const id of ["connectors-mated", "connectors-burnt"]) expect(order.indexOf(id)).toBeLessThan(order.indexOf("bend-radius"));
    expect(ids("under-array", QUIET)[0]).toBe("cables-hang");
  });

  it("follows the words of whoever complained, and only at the stops that have something of it", () => {
    const damp: CaseMatter = { complaint: "There is a damp stain over the stairs", causes: [] };
    expect(at("roof-space", damp)[1].id).toBe("stains-below");
    expect(ids("roof-space", damp)[0]).toBe("space-safe");
    expect(ids("documents", damp)).toEqual(ids("documents", QUIET));
  });

  it("leaves what keeps people whole and what is a condition where it stands", () => {
    for (const matter of [held("snow"), held("shading"), { complaint: "shade of the tree", causes: [] }]) {
      expect(ids("ground", matter).slice(0, 3)).toEqual(["stay-off", "weather-today", "not-alone"]);
      expect(ids("ladder", matter).slice(0, 2)).toEqual(["edge-access", "ladder-stand"]);
      expect(ids("isolators", matter)[0]).toBe("prove-dead");
    }
  });

  it("doesn't follow what is hardly likely, and what is over only a little", () => {
    const soiled = point("soil-pattern");
    expect(isAbout(soiled, held("soiling"))).toBe(true);
    expect(isAbout(soiled, held("soiling", 0.1))).toBe(false);
    expect(casesWeight(soiled, held("soiling", 0.9, true))).toBeLessThan(casesWeight(soiled, held("soiling")) / 2);
    expect(isAbout(soiled, QUIET)).toBe(false);
    expect(ids("array", held("soiling", 0.1))).toEqual(ids("array", QUIET));
  });

  it("counts several causes of one point together, up to a bound", () => {
    const one = casesWeight(point("isolator-wet"), held("string-open"));
    const { causes } = held("string-open");
    const all = [...causes, ...held("wet-insulation-trip").causes, ...held("series-resistance").causes];
    expect(casesWeight(point("isolator-wet"), { complaint: "", causes: all })).toBeGreaterThanOrEqual(one);
    expect(casesWeight(point("isolator-wet"), { complaint: "water in the box, damp", causes: all })).toBeLessThanOrEqual(9);
  });

  it("of a diagnosis is what it holds for likely and what is worth a test; what has an end is over", () => {
    const cause = (id: "snow" | "shading", to: string | null) => ({
      ...{
        cause: id,
        scope: "site",
        from: "2026-01-01T00:00:00Z",
        to,
        lossKwh: 1,
        regainKwh: 1,
        confidence: 0.8,
        evidence: [],
        nextTest: "",
      },
    });
    expect(diagnosedCauses({ causes: [cause("snow", "2026-02-01T00:00:00Z")], suspects: [cause("shading", null)] })).toEqual([
      { cause: "snow", confidence: 0.8, ended: true },
      { cause: "shading", confidence: 0.8, ended: false },
    ]);
  });
});
