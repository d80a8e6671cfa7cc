import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { type ChangeOf, partRecordId } from "@/core/changes/change";
import { exampleSite } from "@/core/simulator/exampleSite";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { openCase } from "../cases/openCase";
import { closeDatabase } from "../database";
import { keepChange } from "../field/keepChange";
import { openSite } from "../sites/openSite";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { registerFor, takeRegister, undoRegister } from "./register";

const folder = mkdtempSync(join(tmpdir(), "irradant-register-"));
const site = exampleSite();
const HEAD = "id,kind,place,maker,model,serial,installed,warranty_until,maker_state,condition,note";
const file = (...rows: string[]) => `${[HEAD, ...rows].join("\n")}\n`;
let cases: string[] = [];

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
  cases = await Promise.all(["a", "b"].map((title) => createCase(ME, { siteId: site.id, kind: "routine", title, brief: {} })));
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const said = (partId: string, madeMs: number, fields: ChangeOf<"part">["fields"], caseId = cases[0]): ChangeOf<"part"> => ({
  ...{ id: crypto.randomUUID(), caseId, kind: "part", recordId: partRecordId(caseId, partId), partId, device: "phone-001", deviceName: "" },
  ...{ author: "Jana Moser", madeMs, fields },
});

it("what is said of a part in any case of a site stands in its register, on all pages and in the file", async () => {
  await keepChange(ME, said("p1", 1000, { kind: "inverter", place: "inv1", serial: "0815" }));
  await keepChange(ME, said("p1", 2000, { serial: "0816" }, cases[1]));
  await keepChange(ME, said("p1", 1500, { serial: "late", condition: "watch" }));
  expect((await openCase(ME, cases[0])).register).toMatchObject([{ id: "p1", serial: "0816", condition: "watch" }]);
  expect((await openSite(ME, site.id)).register).toHaveLength(1);
  expect(await registerFor(ME, site.id)).toBe(file("p1,inverter,inv1,,,0816,,,,watch,"));
});

it("a file takes the place of what it names, leaves the rest, and is undone in one step", async () => {
  const before = await registerFor(ME, site.id);
  expect(
    await takeRegister(ME, site.id, file("p1,inverter,inv1,Tarnwerk,T7,0817,2019-06-01,,gone,,", "r2,isolator,inv1,,,,,,,,"), "r.csv"),
  ).toEqual({
    ...{ added: 1, changed: 1, kept: 0 },
  });
  expect(await takeRegister(ME, site.id, file("r3,meter,site,,,,,,,,"), "r.csv")).toEqual({ added: 1, changed: 0, kept: 2 });
  // What was said before the file was in it; what is said after stands over it.
  await keepChange(ME, said("p1", 1800, { serial: "before the file" }));
  expect((await openSite(ME, site.id)).register[0]).toMatchObject({ id: "p1", serial: "0817", makerState: "gone" });
  await keepChange(ME, said("r3", Date.now() + 60_000, { takenBack: true }));
  expect((await registerFor(ME, site.id)).split("\n")).toHaveLength(4);
  await undoRegister(ME, site.id);
  // Of the part that the file brought nothing is left, whatever was said of it.
  expect((await openSite(ME, site.id)).register.map(({ id }) => id)).toEqual(["p1", "r2"]);
  await expect(undoRegister(ME, site.id)).rejects.toThrow("no register to go back to");
  expect(before).toContain("0816");
});

it("a file that isn't one is refused with its line and column, and nothing changes", async () => {
  const before = await registerFor(ME, site.id);
  for (const [text, told] of [
    ["", /line 1.*an empty file/],
    [file("x,wheel,,,,,,,,,"), /line 2.*kind/],
    [file("x,inverter,,,,,2019-13-01,,,,"), /line 2.*installed/],
    [file("x,inverter"), /line 2.*2 cells/],
  ] as const)
    await expect(takeRegister(ME, site.id, text, "r.csv")).rejects.toThrow(told);
  await expect(takeRegister(ME, "nowhere", file(), "r.csv")).rejects.toThrow("nowhere");
  await expect(keepChange(ME, { ...said("p9", 1, {}), recordId: "another" })).rejects.toThrow("record of this part");
  expect(await registerFor(ME, site.id)).toBe(before);
});
