import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { mattering } from "./matter";
import { QUICK_ROUND_POINTS, quickRound } from "./quickRound";
import { walkFor } from "./walk";

const site = exampleSite((made) => void (made.inverters[0].location = "outdoor-sun"));
const walk = walkFor(site);
const ids = (complaint: string, ...causes: Parameters<typeof quickRound>[1]["causes"]) =>
  quickRound(walk, { complaint, causes }).flatMap(({ points }) => points.map(({ id }) => id));

describe("a quick round", () => {
  it("has twenty points in the order of the walk, and no empty stop", () => {
    const stops = quickRound(walk, { complaint: "", causes: [] });
    const chosen = stops.flatMap(({ points }) => points.map(({ id }) => id));
    expect(chosen).toHaveLength(QUICK_ROUND_POINTS);
    const whole = walk.flatMap(({ points }) => points.map(({ id }) => id));
    expect(chosen).toEqual(whole.filter((id) => chosen.includes(id)));
    for (const { points } of stops) expect(points.length).toBeGreaterThan(0);
  });

  it("looks at what can kill where nothing is known", () => {
    expect(ids("")).toEqual(
      expect.arrayContaining(["edge-access", "roof-dry", "wind-now", "metal-live", "prove-dead", "isolator-wet", "board-heat"]),
    );
  });

  it("follows what the ledger holds", () => {
    const open = ids("", { cause: "string-open", confidence: 0.97, ended: false });
    expect(open).toEqual(expect.arrayContaining(["isolator-wet", "string-fuses", "inverter-report", "connectors-mated", "isolator-there"]));
    const hot = ids("", { cause: "thermal-derating", confidence: 0.9, ended: false });
    expect(hot).toEqual(expect.arrayContaining(["inverter-sun", "inverter-fan", "inverter-clearance", "inverter-case"]));
    expect(open).not.toContain("inverter-clearance");
    const shade = ids("", { cause: "shading", confidence: 0.8, ended: false });
    expect(shade).toEqual(expect.arrayContaining(["ground-shade", "ground-trees", "ground-own-house"]));
    // What is over may come back; what hardly stands leads nowhere.
    const [snow] = walk[0].points.filter(({ id }) => id === "snow-now");
    const counts = (ended: boolean) => mattering(snow, { complaint: "", causes: [{ cause: "snow", confidence: 0.99, ended }] });
    expect(counts(false)).toBeGreaterThan(counts(true));
    expect(counts(true)).toBeGreaterThan(mattering(snow, { complaint: "", causes: [] }));
    expect(ids("", { cause: "shading", confidence: 0.05, ended: false })).toEqual(ids(""));
  });

  it("follows the words of the complaint", () => {
    const leak = ids("Since the re-roof there is a damp stain over the stairs");
    expect(leak).toEqual(expect.arrayContaining(["stains-below", "isolator-wet", "connectors-wet"]));
    expect(ids("The meter shows nonsense, the bill is too high")).toContain("meter-both-ways");
    expect(ids("a marten nests up there")).toContain("nests");
    expect(ids("")).not.toContain("nests");
  });

  it("takes the whole walk where that is shorter", () => {
    const few = walk.slice(0, 1).map((stop) => ({ ...stop, points: stop.points.slice(0, 3) }));
    expect(quickRound(few, { complaint: "", causes: [] })).toEqual(few);
  });
});
