import { expect, it } from "vitest";
import { CAUSE_IDS, CAUSES } from "../causes/causes";
import { caseRecords } from "../changes/caseRecords";
import { probability } from "../evidence/weighed";
import { SEVERITIES } from "../inspection/severity";
import { walkFor } from "../inspection/walk";
import { exampleSite } from "../simulator/exampleSite";
import { toldDiagnosis } from "../simulator/toldDiagnosis";
import { buildLedger } from "./ledger";

const site = exampleSite();
const diagnosis = toldDiagnosis([{ cause: "string-open", scope: "s2", evidence: [{ text: "x", weight: 3, from: "data" }] }]);
const finding = (pointId: string, gradeId: string, place = "") => ({ pointId, gradeId, place, recordedAt: "2026-04-02T09:00:00Z" });
const confidence = (findings: Parameters<typeof buildLedger>[2]) => buildLedger(site, diagnosis, findings).entries[0].confidence;

it("raises a cause by a finding that speaks for it, and lowers it by a sound one", () => {
  const before = confidence([]);
  expect(confidence([finding("isolator-box", "fix")])).toBeGreaterThan(before);
  expect(confidence([finding("isolator-box", "stop")])).toBeGreaterThan(confidence([finding("isolator-box", "watch")]));
  expect(confidence([finding("isolator-box", "sound")])).toBeLessThan(before);
  expect(confidence([finding("ground-posts", "fix")])).toBe(before);
});

it("adds log odds: the probability is that of prior and weights", () => {
  const odds = Math.exp(CAUSES["string-open"].priorLogOdds + 3);
  expect(probability("string-open", [{ weight: 3 }])).toBeCloseTo(odds / (1 + odds), 12);
});

it("lists a cause that only findings speak for, without energy, and none on a whisper", () => {
  const [entry] = buildLedger(site, null, [finding("ground-shade", "fix")]).entries;
  expect(entry).toMatchObject({ cause: "shading", scope: "site", lossKwh: 0, since: null });
  expect(buildLedger(site, null, [finding("ground-shade", "sound")]).entries).toEqual([]);
});

it("takes a place that the site doesn't know for the whole site, and tells a stop as a danger", () => {
  const { entries, danger } = buildLedger(site, null, [finding("isolator-box", "stop", "s9")]);
  expect(entries[0]).toMatchObject({ cause: "string-open", scope: "site" });
  expect(danger).toHaveLength(1);
});

it("keeps what a person overruled with its reason, its evidence and its energy, after what stands", () => {
  const two = toldDiagnosis([
    { cause: "string-open", scope: "s2", lossKwh: 90 },
    { cause: "soiling", scope: "south", lossKwh: 20 },
  ]);
  const said = (fields: object, madeMs: number, recordId = "r1") => ({
    ...{ id: `${recordId}-${madeMs}`, caseId: "c", device: "device-1", deviceName: "", author: "Ada", madeMs, kind: "overruling" as const },
    ...{ recordId, cause: "string-open", scope: "s2", fields },
  });
  const ledger = (...changes: Parameters<typeof caseRecords>[0][]) =>
    buildLedger(site, two, [], caseRecords(changes.flatMap((some) => [...some])).overrulings).entries;
  const no = said({ holds: "no", reason: "", takenBack: false }, 10);
  const why = said({ reason: "fuse drawn on purpose" }, 20);
  // Without a reason it counts for nothing.
  expect(ledger([no]).map(({ overruled }) => overruled)).toEqual([null, null]);
  const [first, last] = ledger([no, why]);
  expect(first.cause).toBe("soiling");
  expect(last).toMatchObject({ cause: "string-open", lossKwh: 90, confidence: two.causes[0].confidence });
  expect(last.overruled).toMatchObject({ holds: "no", reason: "fuse drawn on purpose", author: "Ada" });
  // Another's later word on the same stands; taken back, the first is none.
  const [confirmed] = ledger([no, why, said({ holds: "yes", reason: "measured", takenBack: false }, 30, "r2")]);
  expect(confirmed.overruled).toMatchObject({ holds: "yes", reason: "measured" });
  expect(ledger([no, why, said({ takenBack: true }, 40)]).map(({ overruled }) => overruled)).toEqual([null, null]);
});

it("has a catalogue entry for every cause of the public format", () => {
  expect(Object.keys(CAUSES)).toEqual([...CAUSE_IDS]);
});

it("walks only what a site has, in the order of the body, with unique points and known causes", () => {
  const roof = walkFor(site);
  const field = walkFor(exampleSite((it) => Object.assign(it.planes[0], { mounting: "ground-rack" })));
  const ids = (walk: typeof roof) => walk.flatMap(({ points }) => points.map(({ id }) => id));
  expect(ids(roof)).toContain("edge-access");
  expect(ids(roof)).not.toContain("ground-posts");
  expect(ids(field)).toContain("ground-posts");
  expect(ids(field)).not.toContain("roof-flashing");
  expect(new Set(ids(roof)).size).toBe(ids(roof).length);
  expect(roof[0].place).toBe("From the ground");
  for (const point of roof.flatMap(({ points }) => points)) {
    for (const { severity } of point.grades) expect(SEVERITIES).toContain(severity);
    for (const { cause } of point.speaksFor) expect(CAUSE_IDS).toContain(cause);
  }
});
