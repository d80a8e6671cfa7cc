import { describe, expect, it } from "vitest";
import { type ChangeOf, partRecordId } from "../changes/change";
import { NEW_PART, PART_KINDS, type PartFields } from "../changes/partFields";
import { readRegister, writeRegister } from "../formats/archive/registerFile";
import { exampleSite } from "../simulator/exampleSite";
import { CELL_LOOKS, cellsWords } from "./cellsAge";
import { inServiceAfter, LIVES, likelyWithin, middleYears } from "./lives";
import { ageOfPart, nextParts } from "./outlook";
import { earlierAtPlace, type Part, presentParts, replacedNote, replacedOn, rowOfPart, standingParts, withPartChanges } from "./parts";
import { proposedParts } from "./proposed";

const part = (id: string, fields: Partial<PartFields>): Part => ({ ...NEW_PART, id, lastMs: 0, ...fields });
let made = 0;
const change = (partId: string, madeMs: number, fields: Partial<PartFields>, caseId = "c1"): ChangeOf<"part"> => ({
  ...{
    id: `${made++}`,
    caseId,
    kind: "part",
    recordId: partRecordId(caseId, partId),
    partId,
    device: "phone-001",
    deviceName: "",
    author: "",
  },
  ...{ madeMs, fields },
});

describe("how long parts last", () => {
  it.each(PART_KINDS)("%s: a tenth is gone at the early year, nine tenths at the late one, half at the middle", (kind) => {
    const life = LIVES[kind];
    expect(inServiceAfter(life, life.earlyYears)).toBeCloseTo(0.9, 9);
    expect(inServiceAfter(life, life.lateYears)).toBeCloseTo(0.1, 9);
    expect(inServiceAfter(life, middleYears(life))).toBeCloseTo(0.5, 9);
    expect(middleYears(life)).toBeGreaterThan(life.earlyYears);
    expect(middleYears(life)).toBeLessThan(life.lateYears);
    expect(inServiceAfter(life, 0)).toBe(1);
  });

  it("stays near the years that the guideline gives as one number", () => {
    for (const [kind, years] of [
      ["module", 30],
      ["inverter", 15],
      ["mount", 30],
      ["cable", 30],
    ] as const)
      expect(Math.abs(middleYears(LIVES[kind]) / years - 1)).toBeLessThan(0.12);
  });

  it("what is likely of a part that has lasted is what the deaths of many say", () => {
    // A hundred thousand lives drawn by the quantiles of the curve, counted.
    const life = LIVES.inverter;
    const quantile = (share: number) => {
      let [from, to] = [0, 200];
      while (to - from > 1e-6) {
        const middle = (from + to) / 2;
        if (inServiceAfter(life, middle) > 1 - share) from = middle;
        else to = middle;
      }
      return from;
    };
    const lives = Array.from({ length: 20_000 }, (_, k) => quantile((k + 0.5) / 20_000));
    const alive = lives.filter((years) => years > 12);
    expect(likelyWithin(life, 12, 3)).toBeCloseTo(alive.filter((years) => years <= 15).length / alive.length, 3);
    expect(likelyWithin(life, 12, 0)).toBe(0);
    expect(likelyWithin(life, 20, 3)).toBeGreaterThan(likelyWithin(life, 10, 3));
  });
});

describe("a register", () => {
  const rows = [rowOfPart(part("r1", { kind: "inverter", place: "inv1", serial: "0815", note: 'fan, "loud"\nsince spring' }))];

  it("stands as its file, with what was said on site since over it, whatever the order of coming in", () => {
    const changes = [
      change("r1", 200, { serial: "0816" }, "c2"),
      change("r1", 100, { serial: "9999", condition: "watch" }),
      change("n1", 150, { kind: "isolator", place: "inv1" }),
      change("r1", 50, { maker: "before the file" }),
    ];
    for (const order of [changes, [...changes].reverse()]) {
      const standing = standingParts(rows, order, 60);
      expect(standing.map(({ id }) => id)).toEqual(["r1", "n1"]);
      expect(standing[0]).toMatchObject({ serial: "0816", condition: "watch", maker: "", lastMs: 200 });
    }
    expect(withPartChanges(standingParts(rows, []), changes)).toEqual(standingParts(rows, changes));
  });

  it("goes into a file and comes back the same", () => {
    const parts = standingParts(rows, [
      change("n1", 5, { kind: "battery", makerState: "gone", installed: "2019-06-01", warrantyUntil: "2029-06-01" }),
    ]);
    const text = writeRegister(parts.map(rowOfPart));
    expect(readRegister(text, "r.csv").map((row) => ({ ...row }))).toEqual(parts.map(rowOfPart));
    expect(readRegister(writeRegister([]), "r.csv")).toEqual([]);
  });

  it("keeps what was replaced, and says that a place has had one before", () => {
    const [old, next, other] = [
      part("a", { kind: "isolator", place: "inv1", note: replacedNote("wet", "2026-05-01") }),
      part("b", { kind: "isolator", place: "inv1" }),
      part("c", { kind: "isolator", place: "" }),
    ];
    expect(replacedOn(old)).toBe("2026-05-01");
    expect(old.note).toBe("Replaced 2026-05-01. wet");
    expect([replacedOn(next), replacedOn(part("d", { note: "wasn't Replaced 2026-05-01" }))]).toEqual([null, null]);
    const all = [old, next, other, part("e", { takenBack: true })];
    expect(presentParts(all).map(({ id }) => id)).toEqual(["b", "c"]);
    expect(earlierAtPlace(next, all)).toEqual([old]);
    expect(earlierAtPlace(other, all)).toEqual([]);
  });
});

describe("what is likely next", () => {
  const site = { commissioned: "2011-06-01" };
  const TODAY = "2026-06-01";

  it("an age is that of the part, else of the plant, else none", () => {
    expect(ageOfPart(part("a", { kind: "inverter", installed: "2023-06-01" }), site, TODAY)).toMatchObject({ ofPlant: false });
    expect(ageOfPart(part("a", { kind: "inverter", installed: "2023-06-01" }), site, TODAY).years).toBeCloseTo(3, 1);
    expect(ageOfPart(part("a", { kind: "inverter" }), site, TODAY)).toMatchObject({ ofPlant: true });
    expect(ageOfPart(part("a", { kind: "inverter" }), {}, TODAY)).toMatchObject({ years: null, likely: null, ofPlant: false });
    const [before, on, after] = ["2026-06-02", "2026-06-01", "2026-05-31"].map(
      (warrantyUntil) => ageOfPart(part("a", { warrantyUntil }), site, TODAY).warranty,
    );
    expect([before, on, after]).toEqual(["running", "running", "over"]);
  });

  it("has danger first, then faults, then age; a young sound part isn't on it, nor one that is gone", () => {
    const parts = [
      part("old", { kind: "inverter" }),
      part("young", { kind: "inverter", installed: "2025-06-01" }),
      part("faulty", { kind: "cable", installed: "2025-06-01", condition: "fix" }),
      part("danger", { kind: "isolator", installed: "2025-06-01", condition: "stop" }),
      part("replaced", { kind: "inverter", condition: "stop", note: replacedNote("", "2026-01-01") }),
      part("modules", { kind: "module" }),
    ];
    expect(nextParts(parts, site, TODAY).map(({ part: { id } }) => id)).toEqual(["danger", "faulty", "old"]);
  });

  it("a maker that is gone matters for electronics from half their life on", () => {
    const gone = (kind: PartFields["kind"], installed: string) =>
      nextParts([part("x", { kind, installed, makerState: "gone" })], site, TODAY).flatMap(({ reasons }) => reasons);
    expect(gone("inverter", "2025-06-01")).toEqual([]);
    expect(gone("inverter", "2017-06-01")).toEqual(["gone"]);
    expect(gone("rail", "2012-06-01")).toEqual([]);
  });
});

describe("what the as-built tells of", () => {
  const site = exampleSite();

  it("is proposed once, and no more once it is recorded, also by its single modules", () => {
    const proposed = proposedParts(site, []);
    expect(proposed.filter(({ kind }) => kind === "inverter").map(({ place }) => place)).toEqual(site.inverters.map(({ id }) => id));
    expect(proposed.filter(({ kind }) => kind === "module").map(({ place }) => place)).toEqual(site.strings.map(({ id }) => id));
    const all = proposed.map((fields, k) => part(`${k}`, fields));
    expect(proposedParts(site, all)).toEqual([]);
    const [first] = site.strings;
    const left = proposedParts(site, [part("m", { kind: "module", place: `${first.id}.01` })]);
    expect(left.map(({ kind, place }) => `${kind} ${place}`)).not.toContain(`module ${first.id}`);
    expect(proposedParts(site, [part("m", { kind: "module", place: first.id, takenBack: true })])).toHaveLength(proposed.length);
  });

  it("cells tell a range of years, later for finer wires", () => {
    const years = (id: string) => CELL_LOOKS.find((look) => look.id === id)?.fromYear ?? Number.NaN;
    const inOrder = ["two", "three", "five", "fine", "finest"].map(years);
    expect([...inOrder].sort()).toEqual(inOrder);
    expect(cellsWords(CELL_LOOKS[3], 2026)).toBe("made about 2018 to 2026, told by its cells (nine to twelve fine wires)");
  });
});
