import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ConflictError, ForbiddenError } from "@/core/errors/errors";
import { readModuleTypes, writeModuleTypes } from "@/core/formats/moduleTypesFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import { AsBuiltRecord } from "@/db/models/records";
import { type Actor, BUILT_IN_ACTOR as ME } from "../actor";
import { closeDatabase } from "../database";
import { dropModuleType, keepModuleTypes, moduleLibrary } from "../modules/moduleLibrary";
import { presentSite, usualPlace } from "./asBuilt";
import { saveDrawn } from "./saveDrawn";

const folder = mkdtempSync(join(tmpdir(), "irradant-drawn-"));
const site = exampleSite();
const tilted = exampleSite((it) => void (it.planes[0].tiltDeg = 33));
const READER: Actor = { id: "r", name: "", role: "reader" };

beforeAll(() => {
  process.env.IRRADANT_DATA = folder;
});
afterAll(async () => {
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const versions = () => AsBuiltRecord.count({ where: { siteId: site.id } });

describe("a drawn site", () => {
  it("is stored as version 1, its types in the library", async () => {
    expect(await usualPlace(ME)).toEqual({ timeZone: "UTC", currency: null });
    expect(await saveDrawn(ME, site, "As built", null)).toEqual({ id: "example", version: 1, changed: true });
    expect((await moduleLibrary(ME)).map(({ id }) => id)).toEqual(["m405"]);
    expect(await usualPlace(ME)).toEqual({ timeZone: "Europe/Vienna", currency: "EUR" });
  });

  it("doesn't take the short name of another", async () => {
    await expect(saveDrawn(ME, tilted, "As built", null)).rejects.toThrow(/There is a site example already/);
    expect(await versions()).toBe(1);
  });

  it("becomes the next version with its reason, and nothing where nothing changed", async () => {
    expect(await saveDrawn(ME, site, "Again", 1)).toMatchObject({ version: 1, changed: false });
    expect(await saveDrawn(ME, tilted, "Tilt was measured anew", 1)).toMatchObject({ version: 2, changed: true });
    const last = await AsBuiltRecord.findOne({ where: { siteId: site.id, version: 2 } });
    expect(last?.note).toBe("Tilt was measured anew");
    expect((await presentSite(site.id)).site.planes[0].tiltDeg).toBe(33);
  });

  it("that changed since it was opened is told with what differs, and nothing is stored", async () => {
    const late = saveDrawn(
      ME,
      exampleSite((it) => void (it.albedo = 0.3)),
      "Late",
      1,
    );
    await expect(late).rejects.toBeInstanceOf(ConflictError);
    await expect(late).rejects.toMatchObject({
      details: { version: 2, differences: expect.arrayContaining([expect.objectContaining({ key: "albedo" })]) },
    });
    expect(await versions()).toBe(2);
  });

  it("is not for readers", async () => {
    await expect(saveDrawn(READER, site, "Mine", 2)).rejects.toBeInstanceOf(ForbiddenError);
  });
});

describe("the library of module types", () => {
  const [m405] = site.moduleTypes;
  const other = { ...m405, pmaxW: 400, vmpV: 31, impA: 12.9 };

  it("leaves a known type as it is unless it is to be replaced, and can put back what was taken out", async () => {
    expect(await keepModuleTypes(ME, [other, { ...m405, id: "m2" }])).toEqual({ added: ["m2"], differing: ["m405"], same: [] });
    expect((await moduleLibrary(ME)).find(({ id }) => id === "m405")?.pmaxW).toBe(405);
    expect(await keepModuleTypes(ME, [other], true)).toEqual({ added: [], differing: ["m405"], same: [] });
    const dropped = await dropModuleType(ME, "m405");
    expect(dropped?.pmaxW).toBe(400);
    expect((await moduleLibrary(ME)).map(({ id }) => id)).toEqual(["m2"]);
    await keepModuleTypes(ME, [dropped ?? other]);
    expect(await moduleLibrary(ME)).toHaveLength(2);
    expect(await dropModuleType(ME, "none")).toBeNull();
  });

  it("leaves as a file and comes back; a wrong one is refused with its key", async () => {
    const text = writeModuleTypes(await moduleLibrary(ME));
    expect(readModuleTypes(text, "m.json")).toEqual(await moduleLibrary(ME));
    const broken = text.replace('"vmpV": 31,', '"vmpV": 38,');
    expect(() => readModuleTypes(broken, "m.json")).toThrow(/m.json, moduleTypes.1.vmpV: found 38, expected less than vocV/);
    expect(() => readModuleTypes('{"format":"irradant-modules/1","moduleTypes":[]}', "m.json")).toThrow(/at least 1 entries/);
  });
});
