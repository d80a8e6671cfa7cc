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
import { earlierSites, heldAsBuilts, presentSite, siteWithGhosts, usualPlace, versionOf } from "./asBuilt";
import { dateVersion } from "./dateVersion";
import { saveDrawn } from "./saveDrawn";
import { restoreVersion } from "./saveSite";

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

  it("holds from the day on which it was changed, and what it was before stays", async () => {
    const wider = { ...tilted, strings: [...tilted.strings, { ...tilted.strings[0], id: "s3" }] };
    const renamed = { ...wider, strings: wider.strings.map((one) => (one.id === "s2" ? { ...one, id: "s4" } : one)) };
    expect(await saveDrawn(ME, wider, "A string more", 2, "2026-03-01")).toMatchObject({ version: 3 });
    expect(await saveDrawn(ME, renamed, "Another", 3, "2026-06-01")).toMatchObject({ version: 4 });
    const held = await heldAsBuilts(site.id);
    expect(held.map(({ version, untilMs }) => [version, Number.isFinite(untilMs) ? new Date(untilMs).toISOString() : null])).toEqual([
      [2, "2026-02-28T23:00:00.000Z"],
      [3, "2026-05-31T22:00:00.000Z"],
      [4, null],
    ]);
    await expect(saveDrawn(ME, wider, "Too early", 4, "2026-02-01")).rejects.toThrow(/version 4 began on 2026-06-01/);
    // Data of a string that is no more are still known, by the description of their time first.
    expect((await siteWithGhosts(site.id)).strings.map(({ id }) => id)).toEqual(["s1", "s4", "s3", "s2"]);
    const early = await siteWithGhosts(site.id, Date.parse("2026-01-01"));
    expect(early.strings.map(({ id }) => id)).toEqual(["s1", "s2", "s4", "s3"]);
    expect((await earlierSites(site.id)).map(({ to }) => to)).toEqual(["2026-02-28", "2026-05-31"]);
  });

  it("is put right for a time that is over, and the present one stays what it is", async () => {
    const righted = { ...tilted, albedo: 0.3 };
    expect(await saveDrawn(ME, righted, "It was gravel then", 2)).toMatchObject({ version: 5 });
    expect(await presentSite(site.id)).toMatchObject({ version: 4, validFrom: "2026-06-01" });
    expect((await heldAsBuilts(site.id)).map(({ version }) => version)).toEqual([5, 3, 4]);
    // What it took the place of is of no time any more.
    await expect(saveDrawn(ME, tilted, "Late", 2)).rejects.toBeInstanceOf(ConflictError);
    expect(await versionOf(site.id, 2)).toMatchObject({ version: 2, validFrom: null });
    await expect(versionOf(site.id, 99)).rejects.toMatchObject({ kind: "not-found" });
  });

  it("gets another day, and the one it had back", async () => {
    expect(await dateVersion(ME, site.id, 3, "2026-04-01")).toEqual({ before: "2026-03-01" });
    expect((await earlierSites(site.id)).map(({ to }) => to)).toEqual(["2026-03-31", "2026-05-31"]);
    expect(await dateVersion(ME, site.id, 3, "2026-03-01")).toEqual({ before: "2026-04-01" });
    await expect(dateVersion(ME, site.id, 99, null)).rejects.toMatchObject({ kind: "not-found" });
    await expect(dateVersion(READER, site.id, 3, null)).rejects.toBeInstanceOf(ForbiddenError);
    // Going back to an older one changes what is there now, since its own day.
    expect(await restoreVersion(ME, site.id, 1)).toMatchObject({ version: 6 });
    expect(await presentSite(site.id)).toMatchObject({ version: 6, validFrom: "2026-06-01" });
    await dateVersion(ME, site.id, 6, null);
    expect((await presentSite(site.id)).version).toBe(4);
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
