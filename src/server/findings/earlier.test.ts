import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import type { FindingFields } from "@/core/changes/change";
import { exampleSite } from "@/core/simulator/exampleSite";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { openCase } from "../cases/openCase";
import { closeDatabase } from "../database";
import { keepChange } from "../field/keepChange";
import { saveSite } from "../sites/saveSite";
import { triage } from "../triage";
import { closePool } from "../work/pool";

const folder = mkdtempSync(join(tmpdir(), "irradant-earlier-"));
const site = exampleSite();
const DAY_MS = 86_400_000;
const T0 = Date.parse("2025-05-12T10:00:00Z");

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const newCase = (title: string) => createCase(ME, { siteId: site.id, kind: "routine", title, brief: { complaint: "" } });
const record = (caseId: string, pointId: string, madeMs: number, fields: Partial<FindingFields>) =>
  keepChange(ME, {
    ...{ id: crypto.randomUUID(), caseId, kind: "finding", recordId: crypto.randomUUID(), pointId, device: "phone-001" },
    ...{ deviceName: "Phone", author: "Jana Moser", madeMs, fields },
  });

it("a case knows what was found at each point in the site's earlier cases, the latest first, three at most", async () => {
  const [old, present] = [await newCase("Then"), await newCase("Now")];
  for (let visit = 0; visit < 5; visit++)
    await record(old, "isolator-wet", T0 + visit * 30 * DAY_MS, { gradeId: visit % 2 === 0 ? "fix" : "sound", note: `visit ${visit}` });
  await record(old, "clamps-mid", T0 + 1000, { gradeId: "fix", part: "field" });
  await record(old, "clamps-mid", T0, { gradeId: "sound", part: "roof" });
  await record(old, "ground-rows", T0, { gradeId: "watch", value: "", takenBack: true });
  await record(present, "isolator-wet", T0 + 400 * DAY_MS, { gradeId: "fix" });
  const { foundBefore } = await openCase(ME, present);
  expect(foundBefore.map(({ pointId, note, severity, caseTitle }) => [pointId, note, severity, caseTitle])).toEqual([
    ["isolator-wet", "visit 4", "fix", "Then"],
    ["isolator-wet", "visit 3", "sound", "Then"],
    ["isolator-wet", "visit 2", "fix", "Then"],
    ["clamps-mid", "", "fix", "Then"],
    ["clamps-mid", "", "sound", "Then"],
  ]);
  expect(foundBefore.slice(3).map(({ part }) => part)).toEqual(["field", "roof"]);
  expect((await openCase(ME, old)).foundBefore).toEqual([]);
});

it("what isn't a grade is kept as what was said of the point, and counts neither as seen nor as danger", async () => {
  const caseId = await newCase("Answers");
  await record(caseId, "torque-marks", T0, { gradeId: "not-seen", note: "too dark" });
  await record(caseId, "run-splice", T0 + 1, { gradeId: "not-applicable" });
  await record(caseId, "rail-overhang", T0, { gradeId: "fix", value: "430 mm", sum: '{"spanMm":"1200"}' });
  await expect(record(caseId, "torque-marks", T0, { gradeId: "not-there" })).rejects.toThrow("torque-marks has no grade not-there");
  const view = await openCase(ME, caseId);
  expect(view.findings).toMatchObject([{ pointId: "rail-overhang", value: "430 mm" }]);
  expect(view.answers).toEqual([
    { pointId: "torque-marks", part: "", answer: "not-seen", why: "too dark" },
    { pointId: "run-splice", part: "", answer: "not-applicable", why: "" },
  ]);
});

it("stopped work is danger in the case and on Triage until it is cleared", async () => {
  const caseId = await newCase("Stopped");
  const recordId = crypto.randomUUID();
  const say = (madeMs: number, fields: Partial<FindingFields>) =>
    keepChange(ME, {
      ...{ id: crypto.randomUUID(), caseId, kind: "finding", recordId, pointId: "stop-work", device: "phone-001" },
      ...{ deviceName: "Phone", author: "A. Gruber", madeMs, fields },
    });
  await say(T0, { gradeId: "stop", note: "lightning" });
  expect((await openCase(ME, caseId)).beside.danger[0].why).toContain("Work stopped");
  expect((await triage(ME)).find(({ siteId }) => siteId === site.id)?.danger).toContain("Work stopped");
  await say(T0 + 1000, { gradeId: "sound" });
  expect((await openCase(ME, caseId)).beside.danger).toEqual([]);
  expect((await triage(ME)).find(({ siteId }) => siteId === site.id)?.danger).toBeNull();
});
