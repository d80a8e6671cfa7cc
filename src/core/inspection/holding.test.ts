import { describe, expect, it } from "vitest";
import type { StandingFinding } from "../changes/caseRecords";
import { NEW_FINDING } from "../changes/change";
import { HOUR_MS } from "../constants";
import { exampleSite } from "../simulator/exampleSite";
import type { Mounting } from "../site/siteSchema";
import { FROM_BELOW } from "./catalogue/apart";
import { heldBy } from "./holding";
import type { Station, Stop } from "./point";
import { walkFor } from "./walk";

const NOW = Date.parse("2026-06-01T08:00:00Z");
const said = (pointId: string, gradeId: string, hoursAgo = 1): StandingFinding => {
  const madeMs = NOW - hoursAgo * HOUR_MS;
  const mark = { id: pointId, device: "phone-001", madeMs, author: "", deviceName: "" };
  const record = { id: pointId, pointId, author: "", deviceName: "", recordedMs: madeMs, history: [], photos: [] };
  return { ...record, fields: { ...NEW_FINDING, gradeId }, marks: { gradeId: mark } };
};
const walkOn = (...mountings: Mounting[]) =>
  walkFor(
    exampleSite((site) => {
      site.planes = mountings.map((mounting, k) => ({ ...site.planes[0], id: `p${k}`, mounting, tiltDeg: 30 }));
      site.strings = site.strings.map((pvString) => ({ ...pvString, plane: "p0" }));
    }),
  );
const at = (walk: Stop[], station: Station, id?: string, part: Stop["part"] = null) => {
  const stop = walk.find((one) => one.station === station && one.part === part);
  const point = stop?.points.find((one) => id === undefined || one.id === id);
  if (!stop || !point) throw new Error(`${station} ${id}`);
  return [stop, point] as const;
};
const UP = ["edge-access", "ladder-stand", "roof-dry", "wind-now", "roof-heat"];
const answered = UP.map((id) => said(id, "sound"));

describe("what holds a point back", () => {
  const walk = walkOn("roof-flush");

  it("on a roof: anchor, ladder, ice, wind and heat, until each is answered", () => {
    for (const station of ["roof-edge", "array", "under-array"] as const) {
      const held = heldBy(...at(walk, station), walk, [], NOW);
      expect(held?.condition).toBe("up");
      expect(held?.open.map(({ id }) => id)).toEqual(UP);
    }
    expect(heldBy(...at(walk, "array"), walk, answered.slice(1), NOW)?.open.map(({ id }) => id)).toEqual(["edge-access"]);
    expect(heldBy(...at(walk, "array"), walk, answered, NOW)).toBeNull();
    for (const station of ["ground", "ladder", "run-down", "documents"] as const)
      expect(heldBy(...at(walk, station), walk, [], NOW)).toBeNull();
  });

  it("an answer holds as long as the firm has it", () => {
    const early = UP.map((id) => said(id, "sound", 5));
    expect(heldBy(...at(walk, "array"), walk, early, NOW)).toBeNull();
    expect(heldBy(...at(walk, "array"), walk, early, NOW, 6)).toBeNull();
    expect(heldBy(...at(walk, "array"), walk, early, NOW, 4)?.open.map(({ id }) => id)).toEqual(UP);
  });

  it("what was said another day, or that it wasn't seen, is no answer; that it isn't here is one", () => {
    const open = (one: StandingFinding) => heldBy(...at(walk, "array"), walk, [one, ...answered.slice(1)], NOW)?.open.length ?? 0;
    expect(open(said("edge-access", "sound", 11.9))).toBe(0);
    expect(open(said("edge-access", "sound", 12.1))).toBe(1);
    expect(open(said("edge-access", "not-seen"))).toBe(1);
    expect(open(said("edge-access", "not-applicable"))).toBe(0);
    expect(open(said("edge-access", "watch"))).toBe(0);
  });

  it("a condition that says Stop forbids it whatever else is said, until somebody looks from below", () => {
    const windy = [...answered.filter(({ pointId }) => pointId !== "wind-now"), said("wind-now", "stop")];
    expect(heldBy(...at(walk, "array"), walk, windy, NOW)).toMatchObject({ condition: "up", open: [], forbid: [{ id: "wind-now" }] });
    expect(heldBy(...at(walk, "array"), walk, [...windy, said(FROM_BELOW, "sound")], NOW)).toBeNull();
    expect(heldBy(...at(walk, "array"), walk, [...windy, said(FROM_BELOW, "watch")], NOW)?.forbid).toHaveLength(1);
    expect(heldBy(...at(walk, "array"), walk, [...windy, said(FROM_BELOW, "sound", 13)], NOW)?.forbid).toHaveLength(1);
  });

  it("in the field nobody climbs; where there is a roof too only that one is held", () => {
    const field = walkOn("ground-rack");
    for (const station of ["array", "under-array"] as const) expect(heldBy(...at(field, station), field, [], NOW)).toBeNull();
    const both = walkOn("ground-rack", "roof-flush");
    expect(heldBy(...at(both, "array", undefined, "field"), both, [], NOW)).toBeNull();
    expect(heldBy(...at(both, "array", undefined, "roof"), both, [], NOW)?.condition).toBe("up");
  });

  it("what is opened is proved dead before, and metal is measured before leads are put on it", () => {
    for (const id of ["string-fuses", "polarity", "insulation-test"]) {
      expect(heldBy(...at(walk, "isolators", id), walk, [], NOW)).toMatchObject({ condition: "dead", open: [{ id: "prove-dead" }] });
      expect(heldBy(...at(walk, "isolators", id), walk, [said("prove-dead", "sound")], NOW)).toBeNull();
      expect(heldBy(...at(walk, "isolators", id), walk, [said("prove-dead", "stop")], NOW)?.forbid).toHaveLength(1);
    }
    expect(heldBy(...at(walk, "isolators", "prove-dead"), walk, [], NOW)).toBeNull();
    expect(heldBy(...at(walk, "under-array", "bonding-measured"), walk, answered, NOW)).toMatchObject({
      condition: "metal",
      open: [{ id: "metal-live" }],
    });
    expect(heldBy(...at(walk, "under-array", "metal-live"), walk, answered, NOW)).toBeNull();
  });

  it("what was measured in the field says nothing of the roof", () => {
    const both = walkOn("roof-flush", "ground-rack");
    const inField = said("metal-live", "sound");
    const measured = { ...inField, fields: { ...inField.fields, part: "field" as const } };
    const waiting = (part: Stop["part"], ...more: StandingFinding[]) =>
      heldBy(...at(both, "under-array", "bonding-measured", part), both, [...answered, ...more], NOW)?.open.map(({ id }) => id);
    expect(waiting("field")).toEqual(["metal-live"]);
    expect(waiting("field", measured)).toBeUndefined();
    expect(waiting("roof", measured)).toEqual(["metal-live"]);
    expect(waiting("roof", said("metal-live", "sound"))).toBeUndefined();
  });

  it("no point waits for one that comes after it in the walk", () => {
    for (const mounting of ["roof-flush", "ballasted", "ground-rack"] as const) {
      const all = walkOn(mounting).flatMap((stop) => stop.points);
      for (const [k, { after }] of all.entries())
        for (const condition of after) {
          const there = all.findIndex((one) => one.condition === condition);
          expect(there).toBeLessThan(k);
        }
    }
  });
});
