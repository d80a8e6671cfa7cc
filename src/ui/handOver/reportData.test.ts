import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "@/core/causes/causes";
import type { StandingWork } from "@/core/changes/caseRecords";
import { NEW_REPORT, NEW_WORK } from "@/core/changes/change";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { walkFor } from "@/core/inspection/walk";
import { NEW_FIRM } from "@/core/report/firm";
import { exampleSite } from "@/core/simulator/exampleSite";
import { missingParts, proposedReport, type Reported, sumOf, workRows } from "./reportData";

const site = exampleSite();
const entry = (cause: CauseId, scope: string): LedgerEntry => ({
  ...{ cause, scope, kind: CAUSES[cause].kind, title: CAUSES[cause].title, lossKwh: 100, regainKwh: 100, confidence: 0.9 },
  ...{ since: "2026-03-14T09:30:00Z", until: null, stands: true, evidence: [], nextTest: null, overruled: null },
});
const found = (pointId: string, gradeId: string, recordedAt: string, author = "Jana Moser") => ({
  ...{ id: `${pointId}-${recordedAt}`, pointId, pointTitle: pointId, gradeId, gradeText: gradeId, severity: "fix" as const },
  ...{ note: "", place: "", spot: "", value: "", sum: "", part: "" as const, author, recordedAt, photos: [] },
});
const view = (some: Partial<Reported> = {}): Reported => ({
  ...{ site, findings: [], ledger: [], analysis: null, firm: NEW_FIRM, openedAt: "2026-05-01T08:00:00Z" },
  ...some,
});
const said = (work: string, scope: string, fields: Partial<typeof NEW_WORK>): StandingWork => ({
  ...{ work, scope, fields: { ...NEW_WORK, ...fields }, marks: {} },
});

describe("the work in a report", () => {
  it("is due by the severity, counted from the last thing seen, or from the opening where nobody was there", () => {
    const [fromData] = workRows(view({ ledger: [entry("string-open", "s2")] }), []);
    expect(fromData).toMatchObject({
      who: "licensed electrician",
      due: "by 31 May 2026",
      title: expect.stringContaining("string s2 (10 modules"),
    });
    const seen = [found("isolator-box", "stop", "2026-05-10T10:00:00Z"), found("array-glass", "fix", "2026-05-11T10:00:00Z")];
    const rows = workRows(view({ findings: seen }), []);
    expect(rows.map(({ due }) => due)).toEqual(["at once", "by 10 Jun 2026"]);
  });

  it("says what a person wrote over it, and puts what is left out last and out of the sum", () => {
    const ledger = [entry("string-open", "s2"), entry("bypass-conducting", "s1.03")];
    const works = [
      said("mend-string", "s2", { cost: "310 to 340", who: "we", due: "Monday" }),
      said("replace-module", "s1.03", { leftOut: true }),
    ];
    const rows = workRows(view({ ledger }), works);
    expect(rows[0]).toMatchObject({ who: "we", due: "Monday", cost: "310 to 340", range: [310, 340] });
    expect(rows[1].said.leftOut).toBe(true);
    expect(sumOf(rows, 85)).toEqual({ range: [395, 425], callOut: 85 });
  });

  it("adds nothing of what was written without a figure, and no way there for what is done from afar", () => {
    const rows = workRows(view({ ledger: [entry("string-open", "s2")] }), [said("mend-string", "s2", { cost: "by offer" })]);
    expect(rows[0]).toMatchObject({ cost: "by offer", range: null });
    expect(sumOf(rows, 85)).toBeNull();
    expect(sumOf(workRows(view({ ledger: [entry("clock-error", "site")] }), []), 85)?.callOut).toBe(0);
  });

  it("tells what the causes that it mends cost a month", () => {
    const pace = [
      { cause: "string-open", scope: "s2", kwhPerDay: 3, kwhPerMonth: 90 },
      { cause: "snow", scope: "site", kwhPerDay: 1, kwhPerMonth: 10 },
    ];
    const analysis = { overview: { pace } } as unknown as Reported["analysis"];
    expect(workRows(view({ ledger: [entry("string-open", "s2")], analysis }), [])[0].kwhPerMonth).toBe(90);
    expect(workRows(view({ findings: [found("isolator-box", "fix", "2026-05-10T10:00:00Z")], analysis }), [])[0].kwhPerMonth).toBeNull();
  });
});

describe("the report's head", () => {
  it("is filled from what was seen: days in their order, each who saw something once, the address where the file has one", () => {
    const findings = [
      found("array-glass", "fix", "2026-05-11T10:00:00Z", "Ben Lang"),
      found("isolator-box", "fix", "2026-05-10T10:00:00Z"),
      found("array-cables", "fix", "2026-05-11T11:00:00Z"),
    ];
    expect(proposedReport(view({ findings, site: { ...site, address: "Sonnleiten 8" } }))).toEqual({
      ...{ address: "Sonnleiten 8", visited: "10 May 2026, 11 May 2026", technician: "Ben Lang, Jana Moser" },
    });
    expect(proposedReport(view({ site: { ...site, address: { street: 8 } } })).address).toBe("");
  });

  it("says what an owner would miss, and nothing where all is there", () => {
    const walk = walkFor(site);
    expect(missingParts({ ...view(), walk, answers: [] }, NEW_REPORT)).toEqual([
      "the firm",
      "the technician",
      "whom it is for",
      "the address",
      "the walk",
    ]);
    const points = walk.flatMap((stop) => stop.points);
    const whole = view({
      findings: points.map(({ id }) => found(id, "sound", "2026-05-10T10:00:00Z")),
      firm: { ...NEW_FIRM, name: "Upper Valley Arrays" },
    });
    expect(missingParts({ ...whole, walk, answers: [] }, { ...NEW_REPORT, recipient: "The owners", address: "Sonnleiten 8" })).toEqual([]);
    const half = { ...whole, findings: whole.findings.slice(1), walk, answers: [] };
    expect(missingParts(half, { ...NEW_REPORT, recipient: "The owners", address: "x" })).toEqual([
      `1 of ${points.length} points of the walk`,
    ]);
  });
});
