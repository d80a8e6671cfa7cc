import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Diagnosis } from "../formats/diagnosisFile";
import { type EvidenceFile, evidenceSchema } from "../formats/evidenceFile";
import { walkFor } from "../inspection/walk";
import { exampleSite } from "../simulator/exampleSite";
import { toldDiagnosis } from "../simulator/toldDiagnosis";
import { itemsOf } from "./items";
import { readEvidenceFile } from "./readEvidence";
import { weighEvidence } from "./weighEvidence";

const site = exampleSite();
const [moduleType] = site.moduleTypes;
const AT = "2026-03-20T10:00:00Z";
const LATER = "2026-05-02T10:00:00Z";
const light = { irradianceWm2: 800, cellTempC: 40 };
const vocOf = (share: number) => ({
  kind: "open-circuit-voltage",
  moduleType,
  modules: 10,
  measuredV: share * 10 * moduleType.vocV * 0.955,
  ...light,
});
const iscOf = (share: number, irradianceWm2 = 800) => ({
  ...{ kind: "short-circuit-current", moduleType, parallel: 1, cellTempC: 40, irradianceWm2 },
  measuredA: share * moduleType.iscA * (irradianceWm2 / 1000),
});
const insulation = (measuredMohm: number, moisture: string) => ({
  ...{ kind: "insulation-resistance", systemVocV: 400, testVoltageV: 500, surgeProtector: "none" },
  ...{ measuredMohm, moisture },
});

/** Evidence as a file has it: readings and findings as [scope, reading, at] and [point, grade, scope, at]. */
function evidenceOf(readings: [string, object, string?][], findings: [string, string, string, string?][] = []): EvidenceFile {
  return evidenceSchema.parse({
    format: "irradant-evidence/1",
    findings: findings.map(([point, grade, scope, at = AT]) => ({ point, grade, scope, at })),
    readings: readings.map(([scope, reading, at = AT]) => ({ scope, at, reading: { format: "irradant-reading/1", ...reading } })),
  });
}
const weigh = (diagnosis: Diagnosis | null, ...given: Parameters<typeof evidenceOf>) =>
  weighEvidence(site, diagnosis, evidenceOf(...given));
const openAt = (scope: string) => toldDiagnosis([{ cause: "string-open", scope }]);

describe("scope", () => {
  it("is narrowed to the string that a reading shows, and to the one that is left", () => {
    expect(weigh(openAt("inv1"), [["s2", vocOf(0)]]).causes[0]).toMatchObject({ cause: "string-open", scope: "s2", lossKwh: 100 });
    const left = weigh(openAt("inv1"), [["s1", iscOf(1)]]);
    expect(left.causes[0].scope).toBe("s2");
    expect(left.contradictions).toEqual([]);
    expect(left.causes[0].evidence.filter(({ from }) => from === "reading")).toEqual([expect.objectContaining({ weight: 0 })]);
  });

  it("is narrowed by a finding as well, and stays where two strings are shown alike", () => {
    expect(weigh(openAt("inv1"), [], [["isolator-box", "fix", "s1"]]).causes[0].scope).toBe("s1");
    const both = weigh(openAt("inv1"), [
      ["s1", vocOf(0)],
      ["s2", vocOf(0)],
    ]);
    expect(both.causes.map(({ scope }) => scope)).toEqual(["inv1"]);
  });

  it("is narrowed to a module that is shown", () => {
    const bypass = toldDiagnosis([{ cause: "bypass-conducting", scope: "s2" }]);
    const hot = { kind: "hot-cell", deltaTC: 30, irradianceWm2: 900 };
    expect(weigh(bypass, [["s2.07", hot]]).causes[0].scope).toBe("s2.07");
    expect(weigh(bypass, [["s1.07", hot]]).causes.map(({ scope, lossKwh }) => [scope, lossKwh])).toEqual([
      ["s2", 100],
      ["s1.07", 0],
    ]);
  });

  it("of a whole inverter isn't narrowed by where somebody looked", () => {
    const outage = toldDiagnosis([{ cause: "inverter-outage", scope: "inv1" }]);
    expect(weigh(outage, [], [["inverter-report", "fix", "inv1"]]).causes[0].scope).toBe("inv1");
  });
});

describe("what could hide", () => {
  it("is there until it is found on site", () => {
    const hidden = { cause: "string-open", scope: "s2", underPct: 3, underKwh: 30, ofReading: false, lacks: null, look: "look" } as const;
    const diagnosis = { ...toldDiagnosis([]), couldHide: [hidden] };
    expect(weigh(diagnosis, []).couldHide).toEqual([hidden]);
    expect(weigh(diagnosis, [["s2", vocOf(0)]])).toMatchObject({ causes: [{ cause: "string-open" }], couldHide: [] });
  });
});

describe("confidence", () => {
  const before = openAt("s2").causes[0].confidence;

  it("rises with what speaks for it and falls with what acquits", () => {
    const weak = toldDiagnosis([{ cause: "string-open", scope: "s2", evidence: [{ text: "level", weight: 3, from: "data" }] }]);
    expect(weigh(weak, [["s2", vocOf(0)]]).causes[0].confidence).toBeGreaterThan(0.9);
    const acquitted = weigh(weak, [["s2", iscOf(1)]]);
    expect(acquitted.causes[0]).toMatchObject({ cause: "string-open", lossKwh: 100 });
    expect(acquitted.causes[0].confidence).toBeLessThan(0.1);
    expect(acquitted.healthy).toBe(true);
    expect(acquitted.contradictions).toHaveLength(1);
    expect(acquitted.contradictions[0]).toMatchObject({
      scope: "s2",
      likely: expect.arrayContaining(["intermittent", "mended in between", "wrong label"]),
    });
  });

  it("of an inverter's one dead string falls only when every string is acquitted", () => {
    const all = weigh(openAt("inv1"), [
      ["s1", iscOf(1)],
      ["s2", iscOf(1)],
    ]);
    expect(all.causes[0].scope).toBe("inv1");
    expect(all.causes[0].confidence).toBeLessThan(before - 0.1);
    expect(all.contradictions.length).toBeGreaterThan(0);
  });

  it("falls less by what was measured when the data were over, and contradicts nothing", () => {
    const { causes, contradictions } = weigh(openAt("s2"), [["s2", iscOf(1), LATER]]);
    expect(causes[0].confidence).toBeLessThan(before);
    expect(causes[0].confidence).toBeGreaterThan(weigh(openAt("s2"), [["s2", iscOf(1)]]).causes[0].confidence);
    expect(contradictions).toEqual([]);
    expect(causes[0].evidence.at(-1)?.text).toContain("mended in between");
  });

  it("of what had ended isn't moved by what is seen now", () => {
    const ended = toldDiagnosis([{ cause: "string-open", scope: "s2", to: "2026-03-12T09:00:00Z" }]);
    const { causes, contradictions } = weigh(ended, [["s2", iscOf(1)]]);
    expect(causes[0].confidence).toBe(before);
    expect(causes[0].evidence.at(-1)).toMatchObject({ from: "reading", weight: 0 });
    expect(contradictions).toEqual([]);
  });

  it("isn't moved by a reading that can't tell, which is listed with no weight", () => {
    const { causes } = weigh(openAt("s2"), [["s2", iscOf(1, 150)]]);
    expect(causes[0].confidence).toBe(before);
    expect(causes[0].evidence.at(-1)).toMatchObject({ from: "reading", weight: 0, text: expect.stringContaining("can't tell") });
  });

  it("is that of prior and all weights as they are told", () => {
    const { causes } = weigh(
      openAt("s2"),
      [["s2", vocOf(0.967)]],
      [
        ["array-cables", "watch", "s2"],
        ["isolator-box", "sound", "inv1"],
      ],
    );
    const sum = causes[0].evidence.reduce((total, { weight }) => total + weight, -2.5);
    expect(causes[0].confidence).toBeCloseTo(1 / (1 + Math.exp(-sum)), 3);
  });
});

describe("what only the site shows", () => {
  it("stands without energy from when it was seen, the first of what a point speaks for", () => {
    const { causes, energy } = weigh(toldDiagnosis([]), [], [["isolator-box", "fix", "s2", LATER]]);
    expect(causes).toEqual([expect.objectContaining({ cause: "string-open", scope: "s2", from: LATER, lossKwh: 0 })]);
    expect(energy).toEqual(toldDiagnosis([]).energy);
  });

  it("spawns no rival of a cause that takes the finding up", () => {
    const trips = toldDiagnosis([{ cause: "wet-insulation-trip", scope: "inv1" }]);
    expect(weigh(trips, [], [["isolator-box", "fix", "inv1"]]).causes.map(({ cause }) => cause)).toEqual(["wet-insulation-trip"]);
  });

  it("is held against data that would show it", () => {
    const { causes, contradictions } = weigh(toldDiagnosis([]), [["s1", iscOf(0)]]);
    expect(causes[0]).toMatchObject({ cause: "string-open", scope: "s1", lossKwh: 0 });
    expect(causes[0].evidence).toContainEqual(expect.objectContaining({ from: "data", weight: expect.closeTo(-1.5) }));
    expect(contradictions).toHaveLength(1);
    expect(weigh(toldDiagnosis([]), [["s1", iscOf(0), LATER]]).contradictions).toEqual([]);
  });

  it("is the likeliest of what a reading speaks for, and a suspicion where that isn't much", () => {
    const low = weigh(toldDiagnosis([]), [["s1", vocOf(0.9)]]);
    expect(low.causes).toEqual([expect.objectContaining({ cause: "bypass-conducting", scope: "s1", lossKwh: 0, from: AT })]);
    const weak = weigh(toldDiagnosis([]), [["s1", iscOf(0.8)]]);
    expect(weak.causes).toEqual([]);
    expect(weak.suspects).toEqual([expect.objectContaining({ cause: "soiling", scope: "s1" })]);
  });

  it("is a suspicion where the grade is a watch", () => {
    const { causes, suspects } = weigh(toldDiagnosis([]), [], [["ground-cover", "watch", "south"]]);
    expect(causes).toEqual([]);
    expect(suspects).toEqual([expect.objectContaining({ cause: "soiling", scope: "south" })]);
  });
});

describe("danger", () => {
  const dangerOf = (reading: object, scope = "s1") => weigh(toldDiagnosis([]), [[scope, reading]]).danger;
  it("is a finding graded Stop and a reading that fails where people get hurt", () => {
    expect(weigh(toldDiagnosis([]), [], [["isolator-box", "stop", "s2"]]).danger).toEqual([
      { scope: "s2", why: expect.stringContaining("Heat marks"), do: expect.stringContaining("Isolate") },
    ]);
    expect(dangerOf({ kind: "safe-voltage", measuredV: 48 })).toHaveLength(1);
    expect(dangerOf({ kind: "safe-voltage", measuredV: 12, secondsAfter: 90 })).toHaveLength(1);
    expect(dangerOf({ kind: "continuity", measuredOhm: 4 }, "south")).toHaveLength(1);
    expect(dangerOf(insulation(0.2, "dry"))).toHaveLength(1);
    expect(dangerOf({ kind: "hot-cell", deltaTC: 18, irradianceWm2: 800 })).toHaveLength(1);
  });

  it("is none of what passes, can't tell, or leaks only when wet", () => {
    expect(dangerOf({ kind: "safe-voltage", measuredV: 12, secondsAfter: 20 })).toEqual([]);
    expect(dangerOf({ kind: "continuity", measuredOhm: 0.6, leadOhm: 0.2 }, "south")).toEqual([]);
    expect(dangerOf(insulation(0.2, "wet"))).toEqual([]);
    expect(dangerOf({ kind: "hot-cell", deltaTC: 12, irradianceWm2: 900 })).toEqual([]);
    expect(dangerOf({ kind: "hot-cell", deltaTC: 12, irradianceWm2: 300 })).toEqual([]);
  });
});

it("tells two readings of one thing that differ as a contradiction, in the order of time", () => {
  const { contradictions } = weigh(toldDiagnosis([]), [
    ["s1", insulation(5, "dry"), "2026-03-21T10:00:00Z"],
    ["s1", insulation(0.2, "dry")],
  ]);
  expect(contradictions).toHaveLength(1);
  expect(contradictions[0].between[0]).toContain("failed");
  expect(contradictions[0].between[1]).toContain("passed");
  // What broke later contradicts nothing.
  const broke = weigh(toldDiagnosis([]), [
    ["s1", insulation(5, "dry"), "2026-03-12T10:00:00Z"],
    ["s1", insulation(0.2, "dry")],
  ]);
  expect(broke.contradictions).toEqual([]);
  expect(broke.danger).toHaveLength(1);
});

it("drops nothing: what speaks for no cause stands beside", () => {
  const { otherEvidence } = weigh(
    toldDiagnosis([]),
    [["s1", { kind: "torque", measuredNm: 10, specifiedNm: 10 }]],
    [["ground-rows", "sound", "site"]],
  );
  expect(otherEvidence.map(({ from }) => from).sort()).toEqual(["finding", "reading"]);
});

it("doesn't depend on the order of entries, and counts equal ones once", () => {
  const points = walkFor(site).flatMap(({ points: list }) => list);
  const scopes = ["site", "south", "inv1", "s1", "s2", "s2.03"];
  const finding = fc.constantFrom(...points).chain((point) =>
    fc.record({
      point: fc.constant(point.id),
      grade: fc.constantFrom(...point.grades.map(({ id }) => id)),
      scope: fc.constantFrom(...scopes),
      at: fc.constantFrom(AT, LATER, "2026-03-01T12:00:00+01:00"),
    }),
  );
  const reading = fc.record({
    scope: fc.constantFrom(...scopes),
    at: fc.constantFrom(AT, LATER),
    reading: fc
      .constantFrom<object>(vocOf(0), vocOf(0.967), vocOf(1), iscOf(0), iscOf(1), iscOf(0.7), insulation(0.2, "wet"), insulation(3, "wet"))
      .map((one) => ({ format: "irradant-reading/1", ...one })),
  });
  const base = toldDiagnosis(
    [
      { cause: "string-open", scope: "inv1" },
      { cause: "wet-insulation-trip", scope: "inv1", to: "2026-03-12T00:00:00Z" },
      { cause: "soiling", scope: "south" },
    ],
    [{ cause: "bypass-conducting", scope: "s2", evidence: [{ text: "volts", weight: 1, from: "data" }] }],
  );
  fc.assert(
    fc.property(fc.array(finding, { maxLength: 6 }), fc.array(reading, { maxLength: 5 }), (findings, readings) => {
      const file = { format: "irradant-evidence/1", findings, readings };
      const told = weighEvidence(site, base, evidenceSchema.parse(file));
      const turned = weighEvidence(
        site,
        base,
        evidenceSchema.parse({ ...file, findings: [...findings, ...findings].reverse(), readings: [...readings].reverse() }),
      );
      expect(turned).toEqual(told);
      expect(told.energy).toEqual(base.energy);
      expect(told.causes.reduce((sum, { lossKwh }) => sum + lossKwh, told.energy.unexplainedKwh)).toBeCloseTo(told.energy.lossKwh, 9);
      const said = JSON.stringify(told);
      for (const { text } of itemsOf(site, evidenceSchema.parse(file))) expect(said).toContain(JSON.stringify(text).slice(1, -1));
    }),
    { numRuns: 150 },
  );
});

it("refuses what the walk, the site or the family of readings doesn't know, with the key", () => {
  const read = (file: object) => () => readEvidenceFile(JSON.stringify({ format: "irradant-evidence/1", ...file }), "e.json", site);
  const finding = { point: "isolator-box", grade: "fix", scope: "s2", at: AT };
  expect(read({ findings: [finding] })).not.toThrow();
  expect(read({ findings: [{ ...finding, point: "moon" }] })).toThrow(/findings\.0\.point: found "moon"/);
  expect(read({ findings: [{ ...finding, grade: "awful" }] })).toThrow(/findings\.0\.grade: found "awful", expected "sound" or "watch"/);
  expect(read({ findings: [{ ...finding, scope: "s9" }] })).toThrow(/findings\.0\.scope: found "s9"/);
  expect(read({ findings: [{ ...finding, at: "2026-03-20T10:00" }] })).toThrow(/findings\.0\.at/);
  expect(read({ readings: [{ scope: "s1", at: AT, reading: { format: "irradant-reading/1", kind: "hot-cell" } }] })).toThrow(
    /readings\.0\.reading\.deltaTC/,
  );
  expect(read({ readings: [{ scope: "s1", at: AT, reading: { format: "irradant-reading/1", kind: "guess" } }] })).toThrow(
    /readings\.0\.reading/,
  );
});
