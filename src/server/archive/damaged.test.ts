import { mkdtempSync, readdirSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import type { ReadableStream } from "node:stream/web";
import { unzipSync } from "fflate";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { writeSiteFile } from "@/core/formats/siteFile";
import { PRAGMAS } from "@/db/connections";
import { type Actor, BUILT_IN_ACTOR as ME } from "../actor";
import { database } from "../database";
import { cancelJob } from "../jobs/jobs";
import { closePool } from "../work/pool";
import { archiveFile, archiveView, bringArchive, dropArchive } from "./archives";
import { brought, changed, ended, everything, files, filledHome, leave, moveTo, EXAMPLE as site } from "./fixtures/installation";

const [home, other] = ["irradant-home-", "irradant-other-"].map((name) => mkdtempSync(join(tmpdir(), name)));
const READER: Actor = { id: "r", name: "", role: "reader" };
let archive: Buffer;

beforeAll(async () => {
  archive = await filledHome(home);
});
afterAll(async () => {
  await closePool();
  await leave();
  for (const folder of [home, other]) rmSync(folder, { recursive: true });
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
    [
      "of a changed entry",
      () => changed(archive, { "calibrations.json": "[]" }, false),
      /calibrations\.json: found other bytes than were written/,
    ],
    [
      "without an entry that is listed",
      () => changed(archive, { "series/weather.csv": null }, false),
      /series\/weather\.csv: found nothing/,
    ],
    [
      "with an entry that isn't listed",
      () => changed(archive, { "as-built/9.site.json": "{}" }, false),
      /as-built\/9\.site\.json: found an entry/,
    ],
    ["with an entry of no kind", () => changed(archive, { "notes.txt": "x" }), /notes\.txt: found an entry of this name/],
    ["with a path that points out", () => changed(archive, { "photos/../../x.jpg": "x" }), /found|invalid/],
    ["without its list", () => changed(archive, { "manifest.json": null }, false), /no manifest\.json/],
    [
      "of another format",
      () => changed(archive, { "manifest.json": '{"format":"other/1"}' }, false),
      /manifest\.json, format: found "other\/1"/,
    ],
    [
      "without a site",
      () => changed(archive, { "as-built/1.site.json": null, "as-built/2.site.json": null, "as-built/versions.json": null }),
      /no as-built/,
    ],
    [
      "with a broken site file",
      () => changed(archive, { "as-built/1.site.json": '{"format":"irradant-site/1"}' }),
      /as-built\/1\.site\.json, id/,
    ],
    [
      "of two sites",
      () => changed(archive, { "as-built/1.site.json": writeSiteFile({ ...site, id: "two" }) }),
      /as-built\/2\.site\.json: found the site example/,
    ],
    ["with a broken series, in public entries alone", () => broken(), /series\/production\.csv, line 2/],
    ["with a strange register", () => changed(archive, { "register.csv": "id,kind\n" }), /register\.csv, line 1/],
  ])("is refused whole: %s", async (_, make, says) => expectRefused(make(), says));

  /** Without our own entries, so that the series itself counts. */
  function broken(): Uint8Array {
    const ours = Object.keys(unzipSync(archive)).filter((path) => /packed|imports/.test(path));
    return changed(archive, {
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
    await expectRefused(changed(archive, { [path]: JSON.stringify(lost) }), /finding .* of visit none, expected a visit of the case/);
    await expectRefused(
      changed(archive, { [path]: JSON.stringify({ ...told, readings: [{}] }) }),
      /readings: found 1 entries, expected at most 0/,
    );
    await expectRefused(
      changed(archive, { [path]: JSON.stringify({ ...told, site: "other" }) }),
      /a case of other, expected one of example/,
    );
  });

  it("whose values are fewer than the index says", async () => {
    await expectRefused(changed(archive, { "series/packed/0.bin": "short" }), /series\/packed\/0\.bin: found fewer values/);
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
