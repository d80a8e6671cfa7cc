import { createHash } from "node:crypto";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import type { ReadableStream } from "node:stream/web";
import { strToU8, unzipSync, zipSync } from "fflate";
import { QueryTypes } from "sequelize";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { writeSiteFile } from "@/core/formats/siteFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import { simulateProduction } from "@/core/simulator/production";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { PRAGMAS } from "@/db/connections";
import { SourceMappingRecord } from "@/db/models/intakes";
import { CalibrationRecord, CaseRecord } from "@/db/models/records";
import { ImportRecord } from "@/db/models/series";
import { type Actor, BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { closeDatabase, database, inTransaction } from "../database";
import { keepChange } from "../field/keepChange";
import { keepPhoto } from "../findings/photos";
import { startImport, undoImport } from "../imports/importSeries";
import { cancelJob, findJob, type Job } from "../jobs/jobs";
import { saveDrawn } from "../sites/saveDrawn";
import { closePool } from "../work/pool";
import { archiveFile, archiveView, bringArchive, dropArchive, makeArchive, replaceFromArchive } from "./archives";

const [home, other] = ["irradant-home-", "irradant-other-"].map((name) => mkdtempSync(join(tmpdir(), name)));
const site = exampleSite();
const READER: Actor = { id: "r", name: "", role: "reader" };
const INTAKE = "4e9a3c1e-5a1f-4a55-9a40-0d5f8a1d7b11";
const MAPPING = { format: "irradant-mapping/1", zone: "Europe/Vienna", stamps: "start", dates: "dmy", columns: [], leave: [] };
let archive: Buffer;

/** Goes on in another installation. */
async function moveTo(folder: string): Promise<void> {
  await closeDatabase();
  process.env.IRRADANT_DATA = folder;
  await database();
}

async function ended({ id }: Job): Promise<Job> {
  for (;;) {
    const job = await findJob(ME, id);
    if (job.state !== "running") return job;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

async function made(siteId = site.id): Promise<Buffer> {
  const { job, archive: id } = await makeArchive(ME, siteId);
  expect(await ended(job)).toMatchObject({ state: "done" });
  const { path, name } = await archiveFile(ME, id);
  expect(name).toMatch(/^example-\d{4}-\d\d-\d\d\.irradant\.zip$/);
  return readFileSync(path);
}

async function brought(bytes: Uint8Array): Promise<{ job: Job; id: string }> {
  const body = Readable.toWeb(Readable.from([Buffer.from(bytes)])) as ReadableStream;
  const { job, archive: id } = await bringArchive(ME, "example.irradant.zip", body);
  return { job: await ended(job), id };
}

/** Everything that the database holds, without the numbers that a row has only here. */
async function everything(): Promise<Record<string, object[]>> {
  const sequelize = await database();
  const rows = (sql: string) => sequelize.query<Record<string, unknown>>(sql, { type: QueryTypes.SELECT });
  const named = `SELECT c.kind, c.name, d.day, d.stepMs, d.phaseMs, hex(d.packed) AS packed, d.importId`;
  const on = `JOIN channels c ON c.id = d.channelId ORDER BY c.kind, c.name, d.day`;
  return {
    sites: await rows("SELECT id, name FROM sites"),
    asBuilts: await rows("SELECT siteId, version, recordedAt, validFrom, note, siteFile, actorId FROM as_built ORDER BY version"),
    cases: await rows("SELECT * FROM cases ORDER BY id"),
    visits: await rows("SELECT * FROM visits ORDER BY id"),
    findings: await rows("SELECT * FROM findings ORDER BY id"),
    photos: await rows("SELECT * FROM photos ORDER BY id"),
    changes: (await rows("SELECT * FROM changes ORDER BY number")).map(({ number: _, ...row }) => row),
    calibrations: await rows("SELECT * FROM calibrations ORDER BY id"),
    imports: await rows("SELECT * FROM imports ORDER BY id"),
    sources: await rows("SELECT * FROM source_mappings ORDER BY source"),
    days: await rows(`${named} FROM series_days d ${on}`),
    replaced: await rows(`${named}, d.replacedBy FROM replaced_days d ${on}, d.replacedBy`),
    sums: await rows(`SELECT c.kind, c.name, d.day, d.count, d.sum, d.least, d.most FROM day_sums d ${on}`),
    registers: await rows("SELECT * FROM registers"),
  };
}

/** Files of an installation's folders, by name. */
function files(folder: string): Record<string, string> {
  const names = ["photos", "originals"]
    .filter((of) => existsSync(join(folder, of)))
    .flatMap((of) => readdirSync(join(folder, of)).map((name) => join(of, name)));
  return Object.fromEntries(
    names.sort().map((name) => [
      name,
      createHash("sha256")
        .update(readFileSync(join(folder, name)))
        .digest("hex"),
    ]),
  );
}

/** An archive with some of its entries changed, and a list that says so, unless it is to be told by it. */
function changed(entries: Record<string, string | null>, listed = true): Uint8Array {
  const content = unzipSync(archive);
  for (const [path, text] of Object.entries(entries)) {
    if (text === null) delete content[path];
    else content[path] = strToU8(text);
  }
  if (listed) {
    const manifest = JSON.parse(Buffer.from(content["manifest.json"]).toString());
    const paths = Object.keys(content).filter((path) => path !== "manifest.json");
    manifest.entries = Object.fromEntries(paths.map((path) => [path, createHash("sha256").update(content[path]).digest("hex")]));
    content["manifest.json"] = strToU8(JSON.stringify(manifest));
  }
  return zipSync(content);
}

beforeAll(async () => {
  process.env.IRRADANT_DATA = home;
  await saveDrawn(ME, site, "As built", null);
  const wider = { ...site, ownKey: "kept", albedo: 0.3 };
  await saveDrawn(ME, wider, "Gravel", 1, "2026-03-10");
  const grid = { startMs: Date.parse("2026-03-01T00:00:00Z"), stepMs: 900_000, count: 96 * 20 };
  const weather = makeWeather(grid, site.location, 8);
  const simulated = simulateProduction(site, weather, { seed: 8, snow: false, stringCurrents: true, faults: [] });
  const bring = async (kind: "production" | "weather", name: string, text: string) => {
    const path = join(home, "incoming", name);
    writeFileSync(path, text);
    expect(await ended(await startImport(ME, site.id, kind, name, path))).toMatchObject({ state: "done" });
  };
  const text = [...writeSeriesCsv(simulated.production)].join("");
  await bring("weather", "w.csv", [...writeSeriesCsv(weather)].join(""));
  await bring("production", "p.csv", text);
  // One that lies over days that were there, and one that was taken back.
  const lines = text.split("\n");
  await bring("production", "again.csv", [lines[0], ...lines.slice(300, 500)].join("\n"));
  await bring("production", "back.csv", [lines[0], ...lines.slice(700, 800)].join("\n"));
  const back = await ImportRecord.findOne({ where: { fileName: "back.csv" } });
  await undoImport(ME, back?.id ?? "");
  mkdirSync(join(home, "originals"), { recursive: true });
  writeFileSync(join(home, "originals", `${INTAKE}-0.gz`), "as it came");
  const reading = { intake: INTAKE, files: ["portal.csv"], mapping: MAPPING, repairs: [] };
  await inTransaction(async (transaction) => {
    await ImportRecord.update({ reading: JSON.stringify(reading) }, { where: { fileName: "p.csv" }, transaction });
    const kept = { siteId: site.id, source: "time|inv1", mapping: JSON.stringify(MAPPING), keptAt: new Date(5), actorId: ME.id };
    await SourceMappingRecord.create(kept, { transaction });
    const told = {
      scope: "inv1",
      factor: 0.98,
      errorPct: 0.3,
      weeks: 9,
      fromDay: "2026-01-01",
      toDay: "2026-03-05",
      keptBy: "A. Gruber",
      note: "",
    };
    await CalibrationRecord.create(
      { id: "c1", siteId: site.id, ...told, keptAt: new Date(1), withdrawnAt: new Date(2), actorId: ME.id },
      { transaction },
    );
  });
  const caseId = await createCase(ME, { siteId: site.id, kind: "complaint", title: "Half", brief: { complaint: "half" } });
  const at = Date.parse("2026-03-15T09:00:00Z");
  const [seen, gone, picture] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
  const by = () => ({ id: crypto.randomUUID(), caseId, device: "phone-001", deviceName: "Phone", author: "Jana Moser" });
  const point = { pointId: "edge-rail-ends", kind: "finding" as const };
  await keepChange(ME, { ...by(), ...point, recordId: seen, madeMs: at, fields: { gradeId: "watch", note: "two", place: "s2" } });
  await keepChange(ME, { ...by(), ...point, recordId: gone, madeMs: at + 1, fields: { gradeId: "fix" } });
  await keepChange(ME, { ...by(), ...point, recordId: gone, madeMs: at + 9, fields: { takenBack: true } });
  const sent = join(home, "incoming", "picture");
  const solid = sharp({ create: { width: 640, height: 480, channels: 3, background: "#678" } });
  writeFileSync(sent, await solid.jpeg().toBuffer());
  const about = { kind: "photo" as const, recordId: picture, findingId: seen, pointId: "edge-rail-ends" };
  await keepPhoto(ME, { ...by(), ...about, madeMs: at + 2, fields: {} }, sent);
  archive = await made();
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
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

  it("of another program, with the public format's entries alone, is taken in too", async () => {
    await moveTo(mkdtempSync(join(other, "public-")));
    const ours = Object.keys(unzipSync(archive)).filter((path) => /packed|imports|versions|cases|photos/.test(path));
    const { job } = await brought(changed(Object.fromEntries(ours.map((path) => [path, null]))));
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
    expect((await brought(changed({ "register.csv": register }))).job).toMatchObject({ state: "done" });
    expect(Buffer.from(unzipSync(await made())["register.csv"]).toString()).toBe(register);
  });
});

describe("an archive that isn't whole", () => {
  const expectRefused = async (bytes: Uint8Array, says: RegExp) => {
    const before = await everything();
    const { job, id } = await brought(bytes);
    expect(job).toMatchObject({ state: "failed", message: expect.stringMatching(says) });
    expect(await everything()).toEqual(before);
    await expect(archiveView(ME, id)).rejects.toMatchObject({ kind: "not-found" });
  };

  beforeAll(async () => {
    await moveTo(mkdtempSync(join(other, "empty-")));
  });

  it.each<[string, () => Uint8Array, RegExp]>([
    ["no archive at all", () => Buffer.from("not a zip at all, whatever it is called"), /no whole archive/],
    ["cut off", () => archive.subarray(0, archive.length - 200), /no whole archive/],
    ["of a changed entry", () => changed({ "calibrations.json": "[]" }, false), /calibrations\.json: found other bytes than were written/],
    ["without an entry that is listed", () => changed({ "series/weather.csv": null }, false), /series\/weather\.csv: found nothing/],
    ["with an entry that isn't listed", () => changed({ "as-built/9.site.json": "{}" }, false), /as-built\/9\.site\.json: found an entry/],
    ["with an entry of no kind", () => changed({ "notes.txt": "x" }), /notes\.txt: found an entry of this name/],
    ["with a path that points out", () => changed({ "photos/../../x.jpg": "x" }), /found|invalid/],
    ["without its list", () => changed({ "manifest.json": null }, false), /no manifest\.json/],
    ["of another format", () => changed({ "manifest.json": '{"format":"other/1"}' }, false), /manifest\.json, format: found "other\/1"/],
    [
      "without a site",
      () => changed({ "as-built/1.site.json": null, "as-built/2.site.json": null, "as-built/versions.json": null }),
      /no as-built/,
    ],
    ["with a broken site file", () => changed({ "as-built/1.site.json": '{"format":"irradant-site/1"}' }), /as-built\/1\.site\.json, id/],
    [
      "of two sites",
      () => changed({ "as-built/1.site.json": writeSiteFile({ ...site, id: "two" }) }),
      /as-built\/2\.site\.json: found the site example/,
    ],
    ["with a broken series, in public entries alone", () => broken(), /series\/production\.csv, line 2/],
    ["with a strange register", () => changed({ "register.csv": "id,kind\n" }), /register\.csv, line 1/],
  ])("is refused whole: %s", async (_, make, says) => expectRefused(make(), says));

  /** Without our own entries, so that the series itself counts. */
  function broken(): Uint8Array {
    const ours = Object.keys(unzipSync(archive)).filter((path) => /packed|imports/.test(path));
    return changed({
      ...Object.fromEntries(ours.map((path) => [path, null])),
      "series/production.csv": "timestamp,inv1.ac_w\nyesterday,5\n",
    });
  }

  it("by a damaged byte in its middle, wherever that is", async () => {
    for (const share of [0.2, 0.5, 0.8]) {
      const damaged = Uint8Array.from(archive);
      damaged[Math.floor(share * damaged.length)] ^= 0xff;
      await expectRefused(damaged, /found/);
    }
  });

  it("with a case that speaks of what isn't there, or says what this version can't keep", async () => {
    const path = Object.keys(unzipSync(archive)).find((one) => one.startsWith("cases/")) ?? "";
    const told = JSON.parse(Buffer.from(unzipSync(archive)[path]).toString());
    const lost = { ...told, findings: told.findings.map((one: object) => ({ ...one, visitId: "none" })) };
    await expectRefused(changed({ [path]: JSON.stringify(lost) }), /finding .* of visit none, expected a visit of the case/);
    await expectRefused(changed({ [path]: JSON.stringify({ ...told, readings: [{}] }) }), /readings: found 1 entries, expected at most 0/);
    await expectRefused(changed({ [path]: JSON.stringify({ ...told, site: "other" }) }), /a case of other, expected one of example/);
  });

  it("whose values are fewer than the index says", async () => {
    await expectRefused(changed({ "series/packed/0.bin": "short" }), /series\/packed\/0\.bin: found fewer values/);
  });

  it("or finds no room, or is called off, leaves everything as it was", async () => {
    const [before, had] = [await everything(), files(process.env.IRRADANT_DATA ?? "")];
    const [row] = await (await database()).query<{ page_count: number }>("PRAGMA page_count", { type: QueryTypes.SELECT });
    Object.assign(PRAGMAS, { max_page_count: row.page_count });
    try {
      expect((await brought(archive)).job).toMatchObject({ state: "failed", message: expect.stringContaining("disk is full") });
    } finally {
      delete (PRAGMAS as { max_page_count?: number }).max_page_count;
    }
    expect([await everything(), files(process.env.IRRADANT_DATA ?? "")]).toEqual([before, had]);
    const body = Readable.toWeb(Readable.from([archive])) as ReadableStream;
    const { job } = await bringArchive(ME, "example.irradant.zip", body);
    await cancelJob(ME, job.id);
    expect(await ended(job)).toMatchObject({ state: "cancelled" });
    expect([await everything(), files(process.env.IRRADANT_DATA ?? "")]).toEqual([before, had]);
    expect(readdirSync(join(process.env.IRRADANT_DATA ?? "", "incoming"))).toEqual([]);
  });

  it("isn't for readers, and an id that was never one points nowhere", async () => {
    const body = Readable.toWeb(Readable.from([Buffer.from("x")])) as ReadableStream;
    await expect(bringArchive(READER, "x.zip", body)).rejects.toMatchObject({ kind: "forbidden" });
    await expect(archiveFile(ME, "../irradant")).rejects.toMatchObject({ kind: "not-found" });
    await expect(dropArchive(ME, "../irradant")).rejects.toMatchObject({ kind: "not-found" });
    expect(statSync(join(process.env.IRRADANT_DATA ?? "", "irradant.sqlite")).size).toBeGreaterThan(0);
  });
});
