import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { unzipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { writeSiteFile } from "@/core/formats/siteFile";
import { CaseRecord } from "@/db/models/records";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { saveDrawn } from "../sites/saveDrawn";
import { closePool } from "../work/pool";
import { archiveFile, archiveView, replaceFromArchive } from "./archives";
import { brought, changed, ended, everything, files, filledHome, leave, made, moveTo, EXAMPLE as site } from "./fixtures/installation";

const [home, other] = ["irradant-home-", "irradant-other-"].map((name) => mkdtempSync(join(tmpdir(), name)));
let archive: Buffer;

beforeAll(async () => {
  archive = await filledHome(home);
});
afterAll(async () => {
  await closePool();
  await leave();
  for (const folder of [home, other]) rmSync(folder, { recursive: true });
});

describe("a site's archive", () => {
  it("has the public format's entries, each with its SHA-256", () => {
    const content = unzipSync(archive);
    const { entries, ...manifest } = JSON.parse(Buffer.from(content["manifest.json"]).toString());
    expect(manifest).toMatchObject({ format: "irradant-archive/1", version: expect.any(String), madeAt: expect.any(String) });
    const paths = Object.keys(content).filter((path) => path !== "manifest.json");
    expect(Object.keys(entries).sort()).toEqual(paths.sort());
    for (const path of paths) expect(entries[path]).toBe(createHash("sha256").update(content[path]).digest("hex"));
    for (const path of [
      "as-built/1.site.json",
      "as-built/2.site.json",
      "series/production.csv",
      "series/weather.csv",
      "register.csv",
      "calibrations.json",
    ])
      expect(paths).toContain(path);
    expect(paths.filter((path) => path.startsWith("photos/"))).toHaveLength(2);
    expect(Buffer.from(content["as-built/1.site.json"]).toString()).toBe(writeSiteFile(site));
  });

  it("gives an empty installation the same site, pictures, originals, history and all", async () => {
    const [before, had] = [await everything(), files(home)];
    expect([before.replaced.length, before.changes.length, before.photos.length, Object.keys(had).length].every((count) => count > 0)).toBe(
      true,
    );
    await moveTo(other);
    expect((await brought(archive)).job).toMatchObject({ state: "done", message: "Example taken in" });
    expect(await everything()).toEqual(before);
    expect(files(other)).toEqual(had);
    // And it leaves again as it came, to the byte.
    const [first, second] = [archive, await made()].map(
      (zip) => JSON.parse(Buffer.from(unzipSync(zip)["manifest.json"]).toString()).entries,
    );
    expect(second).toEqual(first);
  });

  it("where the site is here already says so, or what differs, and changes nothing before it is asked to", async () => {
    const same = await brought(archive);
    expect(same.job.message).toBe("Example is here just as in the archive");
    expect(await archiveView(ME, same.id)).toMatchObject({ state: "same", siteId: "example", differences: [] });
    await createCase(ME, { id: "later", siteId: site.id, kind: "routine", title: "Later" });
    await saveDrawn(ME, { ...site, albedo: 0.4 }, "Snow", 2);
    const before = await everything();
    const asked = await brought(archive);
    expect((await archiveView(ME, asked.id)).differences).toEqual([
      { words: "As-built versions", onlyHere: ["version 3"], onlyInArchive: [], otherwise: [] },
      { words: "Cases", onlyHere: ["Later"], onlyInArchive: [], otherwise: [] },
    ]);
    expect(await everything()).toEqual(before);
    expect(await ended(await replaceFromArchive(ME, asked.id))).toMatchObject({ state: "done" });
    expect(await CaseRecord.findByPk("later")).toBeNull();
    await expect(replaceFromArchive(ME, asked.id)).rejects.toMatchObject({ kind: "conflict" });
    // What was here comes back the same way.
    const { former } = await archiveView(ME, asked.id);
    expect(await ended(await replaceFromArchive(ME, former ?? ""))).toMatchObject({ state: "done" });
    expect(await everything()).toEqual(before);
  });

  it("doesn't take the place of what was recorded in the very moment", async () => {
    const asked = await brought(archive);
    const job = await replaceFromArchive(ME, asked.id);
    // The site is kept as it is now; what comes between that and the end of the exchange must not be lost.
    let busy = true;
    const recorded: string[] = ["later"];
    const recording = (async () => {
      while (busy) recorded.push(await createCase(ME, { siteId: site.id, kind: "alarm", title: "In between" }));
    })();
    const end = await ended(job);
    busy = false;
    await recording;
    const { former } = await archiveView(ME, asked.id);
    if (end.state === "failed") expect(end.message).toMatch(/Something was recorded here/);
    const [standing, kept] = [await CaseRecord.findAll({ attributes: ["id"], raw: true }), former ? await casesIn(former) : []];
    const all = new Set([...standing.map(({ id }) => id), ...kept]);
    expect(recorded.filter((id) => !all.has(id))).toEqual([]);
  });

  it("of another program, with the public format's entries alone, is taken in too", async () => {
    await moveTo(mkdtempSync(join(other, "public-")));
    const ours = Object.keys(unzipSync(archive)).filter((path) => /packed|imports|versions|cases|photos/.test(path));
    const { job } = await brought(changed(archive, Object.fromEntries(ours.map((path) => [path, null]))));
    expect(job).toMatchObject({ state: "done", message: "Example taken in" });
    const there = await everything();
    expect(there.asBuilts).toHaveLength(2);
    expect(there.imports).toHaveLength(2);
    expect(there.days.length).toBeGreaterThan(20 * 3);
  });

  it("keeps a register of parts, and gives it back", async () => {
    await moveTo(mkdtempSync(join(other, "register-")));
    const head = "id,kind,place,maker,model,serial,installed,warranty_until,maker_state,condition,note";
    const register = `${head}\nr1,inverter,garage,Tarnwerk,T7,0815,2019-06-01,2029-06-01,gone,watch,"fan, loud"\n`;
    expect((await brought(changed(archive, { "register.csv": register }))).job).toMatchObject({ state: "done" });
    expect(Buffer.from(unzipSync(await made())["register.csv"]).toString()).toBe(register);
  });
});

/** Ids of the cases in an archive that lies here. */
async function casesIn(id: string): Promise<string[]> {
  const { path } = await archiveFile(ME, id);
  return Object.keys(unzipSync(readFileSync(path))).flatMap((entry) => /^cases\/(.+)\.json$/.exec(entry)?.[1] ?? []);
}
