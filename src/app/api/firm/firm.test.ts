import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { NEW_FIRM } from "@/core/report/firm";
import { BUILT_IN_ACTOR as ME } from "@/server/actor";
import { closeDatabase } from "@/server/database";
import { firmOf } from "@/server/firm/firm";
import { PUT } from "./route";

const folder = mkdtempSync(join(tmpdir(), "irradant-firm-"));
beforeAll(() => {
  process.env.IRRADANT_DATA = folder;
});
afterAll(async () => {
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const put = (firm: object) =>
  PUT(
    new Request("http://roofs.example/api/firm", {
      method: "PUT",
      body: JSON.stringify(firm),
      headers: { "content-type": "application/json" },
    }),
  );

it("has usual rates before anyone has named the firm, and keeps each change with the one before it", async () => {
  expect(await firmOf(ME)).toEqual({ firm: NEW_FIRM, before: null });
  const first = { ...NEW_FIRM, name: "Upper Valley Arrays", callOut: 60 };
  expect((await put(first)).status).toBe(200);
  expect(await firmOf(ME)).toEqual({ firm: first, before: null });
  const second = { ...first, callOut: 75 };
  await put(second);
  expect(await firmOf(ME)).toMatchObject({ firm: { callOut: 75 }, before: { callOut: 60 } });
});

it("refuses what can't be a firm, names the field, and keeps what stood", async () => {
  const before = await firmOf(ME);
  for (const [wrong, field] of [
    [{ ...NEW_FIRM, currency: "euro" }, "currency"],
    [{ ...NEW_FIRM, callOut: -1 }, "callOut"],
    [{ ...NEW_FIRM, partsFactor: 0 }, "partsFactor"],
    [{ ...NEW_FIRM, name: "x".repeat(201) }, "name"],
    [{ name: "half" }, "ratePerHour"],
  ] as const) {
    const answer = await put(wrong);
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { error: string }).error).toContain(field);
  }
  expect(await firmOf(ME)).toEqual(before);
});
