import { describe, expect, it } from "vitest";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { type FindingFields, NEW_FINDING } from "@/core/changes/change";
import { walkFor } from "@/core/inspection/walk";
import { exampleSite } from "@/core/simulator/exampleSite";
import { isAt, itemOf, itemsOf, keyOfFinding, seenOf } from "./rounds";

const mixed = exampleSite((site) => {
  const [plane] = site.planes;
  site.planes = [
    { ...plane, mounting: "roof-flush", roof: "tile", tiltDeg: 35 },
    { ...plane, id: "rack", mounting: "ground-rack" },
  ];
});
const items = itemsOf(walkFor(mixed));
const item = (key: string) => {
  const found = items.find((one) => one.key === key);
  if (!found) throw new Error(key);
  return found;
};
const finding = (pointId: string, part: FindingFields["part"] = ""): StandingFinding => ({
  ...{ id: pointId, pointId, author: "", deviceName: "", recordedMs: 0, history: [], photos: [], marks: {} },
  fields: { ...NEW_FINDING, gradeId: "sound", part },
});

describe("points of a round", () => {
  it("stand once, or in the field and on the roof; each has an address of its own", () => {
    expect(new Set(items.map(({ key }) => key)).size).toBe(items.length);
    expect(item("field.clamps-mid").point).toEqual(item("roof.clamps-mid").point);
    expect(itemOf(items, "roof.clamps-mid")).toBe(item("roof.clamps-mid"));
    expect(itemOf(items, "clamps-mid")).toBe(item("field.clamps-mid"));
    expect(itemOf(items, "field.board-heat")).toBe(item("board-heat"));
    expect(itemOf(items, "no-such-point")).toBeUndefined();
  });

  it("what was seen in the field says nothing of the roof; what was said before they were told apart counts at both", () => {
    expect([...seenOf(items, [finding("clamps-mid", "field")])]).toEqual(["field.clamps-mid"]);
    expect([...seenOf(items, [finding("clamps-mid", "roof")])]).toEqual(["roof.clamps-mid"]);
    expect([...seenOf(items, [finding("clamps-mid")])]).toEqual(["field.clamps-mid", "roof.clamps-mid"]);
    expect([...seenOf(items, [finding("board-heat"), finding("gone-point")])]).toEqual(["board-heat"]);
  });

  it("a finding leads back to where it was made, also where the other part is no more", () => {
    const onRoof = finding("clamps-mid", "roof");
    expect(isAt(item("roof.clamps-mid"), onRoof)).toBe(true);
    expect(isAt(item("field.clamps-mid"), onRoof)).toBe(false);
    expect(itemOf(items, keyOfFinding(onRoof))).toBe(item("roof.clamps-mid"));
    const roofOnly = itemsOf(walkFor(exampleSite()));
    expect(itemOf(roofOnly, keyOfFinding(onRoof))?.key).toBe("clamps-mid");
    expect(isAt(roofOnly.find(({ key }) => key === "clamps-mid") as (typeof roofOnly)[number], onRoof)).toBe(true);
  });
});
