import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { USUAL_PRACTICE } from "@/core/practice/practice";
import { exampleSite } from "@/core/simulator/exampleSite";
import { BUILT_IN_ACTOR as ME } from "@/server/actor";
import { createCase } from "@/server/cases/createCase";
import { openCase } from "@/server/cases/openCase";
import { closeDatabase } from "@/server/database";
import { practiceOf } from "@/server/firm/practice";
import { openSite } from "@/server/sites/openSite";
import { saveSite } from "@/server/sites/saveSite";
import { closePool } from "@/server/work/pool";
import { PUT } from "./route";

const folder = mkdtempSync(join(tmpdir(), "irradant-practice-"));
const site = exampleSite();
beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const put = (practice: object) =>
  PUT(
    new Request("http://roofs.example/api/firm/practice", {
      method: "PUT",
      body: JSON.stringify(practice),
      headers: { "content-type": "application/json" },
    }),
  );

it("is as shipped at first; each change stands with the one before it, in cases and on sites at once", async () => {
  const caseId = await createCase(ME, { siteId: site.id, kind: "routine", title: "x", brief: {} });
  expect(await practiceOf(ME)).toEqual({ practice: USUAL_PRACTICE, before: null });
  expect((await openCase(ME, caseId)).practice).toEqual(USUAL_PRACTICE);
  const answer = await put({ conditionHoldsH: 6, lives: { isolator: { earlyYears: 4, lateYears: 12 } } });
  expect(answer.status).toBe(200);
  const own = { ...USUAL_PRACTICE, conditionHoldsH: 6, lives: { isolator: { earlyYears: 4, lateYears: 12 } } };
  expect(await answer.json()).toEqual({ practice: own, before: USUAL_PRACTICE });
  expect((await openCase(ME, caseId)).practice).toEqual(own);
  expect((await openSite(ME, site.id)).practice).toEqual(own);
  await put({});
  expect(await practiceOf(ME)).toEqual({ practice: USUAL_PRACTICE, before: own });
});

it("refuses what can't be, names the field, and keeps what stood", async () => {
  const before = await practiceOf(ME);
  for (const [wrong, field] of [
    [{ conditionHoldsH: 25 }, "conditionHoldsH"],
    [{ quickRoundPoints: 3 }, "quickRoundPoints"],
    [{ lives: { isolator: { earlyYears: 9, lateYears: 4 } } }, "lives.isolator"],
    [{ lives: { wheel: { earlyYears: 4, lateYears: 9 } } }, "lives"],
  ] as const) {
    const answer = await put(wrong);
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { error: string }).error).toContain(field);
  }
  expect(await practiceOf(ME)).toEqual(before);
});
