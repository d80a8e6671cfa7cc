import { describe, expect, it } from "vitest";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { type FindingFields, NEW_FINDING } from "@/core/changes/change";
import { walkFor } from "@/core/inspection/walk";
import { layOutPlane } from "@/core/plane/layout";
import { exampleSite } from "@/core/simulator/exampleSite";
import { moduleScope } from "@/core/site/places";
import { writeSpot } from "@/core/site/spot";
import { elsewhere, moduleAt, pinsOn } from "./pinsOf";

const site = exampleSite();
const [plane] = site.planes;
const layout = layOutPlane(site, plane);
if (!layout) throw new Error("no layout");
const [first, second] = layout.places;
let made = 0;
const finding = (pointId: string, fields: Partial<FindingFields>): StandingFinding => ({
  ...{ id: `f${made++}`, pointId, author: "", deviceName: "", recordedMs: 0, history: [], photos: [], marks: {} },
  fields: { ...NEW_FINDING, gradeId: "fix", ...fields },
});

describe("pins on a plane", () => {
  it("stand in the middle of their module, or at their own spot, which comes first", () => {
    const scope = moduleScope(first.stringId, first.place);
    const spot = writeSpot({ plane: plane.id, rightM: 0.5, upM: -0.25 });
    const [two, pinned, site1] = [
      [finding("glass-cracked", { place: scope, gradeId: "watch" }), finding("glass-cracked", { place: scope, gradeId: "stop" })],
      finding("hooks-structure", { place: plane.id, spot }),
      finding("board-heat", {}),
    ];
    const pins = pinsOn(plane, layout, [...two, pinned, site1]);
    expect(pins.map(({ key, severity, findings }) => [key, severity, findings.length])).toEqual([
      [scope, "stop", 2],
      [spot, "fix", 1],
    ]);
    expect(pins[0]).toMatchObject({ rightM: first.rightM, upM: first.upSlopeM });
    expect(pins[1]).toMatchObject({ rightM: 0.5, upM: -0.25 });
    expect(pinsOn({ ...plane, id: "other" }, { ...layout, places: [] }, [pinned])).toEqual([]);
  });

  it("a touch finds the module under it, and none between them or beside", () => {
    expect(moduleAt(layout, second.rightM, second.upSlopeM)).toBe(moduleScope(second.stringId, second.place));
    expect(moduleAt(layout, layout.bounds.leftM - 0.1, first.upSlopeM)).toBeNull();
  });

  it("what no plane shows is told by its stop in the order of the walk", () => {
    const stops = walkFor(site);
    const shown = finding("glass-cracked", { place: "x" });
    const list = [finding("board-heat", {}), finding("ground-rows", {}), finding("stop-work", {}), shown];
    expect(elsewhere(stops, list, new Set([shown.id])).map(({ place, findings }) => [place, findings.length])).toEqual([
      ["Whole site", 1],
      ["From the ground", 1],
      ["Panel board", 1],
    ]);
  });
});
