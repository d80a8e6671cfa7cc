import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { caseRecords } from "@/core/changes/caseRecords";
import { type Change, type ChangeOf, type FindingFields, factsRecordId, reportRecordId, workRecordId } from "@/core/changes/change";
import { NO_MARKS } from "@/core/changes/photoMarks";
import { exampleSite } from "@/core/simulator/exampleSite";
import { AsBuiltRecord, ChangeRecord, FindingRecord, VisitRecord } from "@/db/models/records";
import { type Actor, BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { lastChange, openCase } from "../cases/openCase";
import { closeDatabase, dataFolder, incomingFolder } from "../database";
import { keepPhoto, photoFile } from "../findings/photos";
import { saveSite } from "../sites/saveSite";
import { triage } from "../triage";
import { closePool } from "../work/pool";
import { keepChange } from "./keepChange";

const folder = mkdtempSync(join(tmpdir(), "irradant-field-"));
const site = exampleSite();
const T0 = Date.parse("2026-04-01T10:00:00Z");
let caseId = "";

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

/** Each part in a case of its own. */
async function newCase(): Promise<string> {
  caseId = await createCase(ME, { siteId: site.id, kind: "routine", title: "x", brief: { complaint: "half" } });
  return caseId;
}

const finding = (recordId: string, madeMs: number, fields: Partial<FindingFields>, more: Partial<ChangeOf<"finding">> = {}) => ({
  ...{ id: crypto.randomUUID(), caseId, kind: "finding" as const, recordId, pointId: "isolator-box", device: "phone-001" },
  ...{ deviceName: "Phone", author: "Jana Moser", madeMs, fields, ...more },
});
const photo = (recordId: string, findingId: string, madeMs: number, removed = false): ChangeOf<"photo"> => ({
  ...{ id: removed ? crypto.randomUUID() : recordId, caseId, kind: "photo", recordId, findingId, pointId: "isolator-box" },
  ...{ device: "phone-001", deviceName: "Phone", author: "Jana Moser", madeMs, fields: { removed } },
});
const brief = (madeMs: number, fields: ChangeOf<"brief">["fields"], device = "phone-001"): ChangeOf<"brief"> => ({
  ...{ id: crypto.randomUUID(), caseId, kind: "brief", recordId: caseId, device, deviceName: "", author: "A. Gruber", madeMs },
  fields,
});
const standing = async () => (await openCase(ME, caseId)).findings;

describe("a finding", () => {
  it("is kept once however often it is sent, corrected by later changes, and an older one that comes late changes nothing", async () => {
    await newCase();
    const id = crypto.randomUUID();
    const [seen, noted, corrected] = [
      finding(id, T0, { gradeId: "fix", place: "s2" }),
      finding(id, T0 + 10, { note: "rust" }),
      finding(id, T0 + 20, { note: "rust and a cracked lid" }),
    ];
    for (const change of [seen, corrected, noted, corrected, seen]) await keepChange(ME, change);
    expect(await standing()).toMatchObject([
      { id, gradeId: "fix", note: "rust and a cracked lid", place: "s2", author: "Jana Moser", recordedAt: "2026-04-01T10:00:00.000Z" },
    ]);
    expect((await openCase(ME, caseId)).field.changes.map(({ id: change }) => change)).toEqual([seen.id, corrected.id, noted.id]);
    expect(await FindingRecord.findByPk(id)).toMatchObject({ note: "rust and a cracked lid", gradeId: "fix", withdrawnAt: null });
    expect((await VisitRecord.findByPk(`${caseId}:2026-04-01`))?.technician).toBe("Jana Moser");
  });

  it("that was taken back isn't revived by a repeat, and stands again with note and photos when that is undone", async () => {
    await newCase();
    const id = crypto.randomUUID();
    const seen = finding(id, T0, { gradeId: "fix", note: "rust" });
    await keepChange(ME, seen);
    await keepChange(ME, finding(id, T0 + 5, { takenBack: true }));
    await keepChange(ME, seen);
    await keepChange(ME, finding(id, T0 + 2, { gradeId: "stop" }));
    expect(await standing()).toEqual([]);
    await keepChange(ME, finding(id, T0 + 9, { takenBack: false }));
    expect(await standing()).toMatchObject([{ id, note: "rust", gradeId: "stop" }]);
  });

  it("stands beside others at the same point, and two who change different fields of one both keep theirs", async () => {
    await newCase();
    const [one, two] = [crypto.randomUUID(), crypto.randomUUID()];
    await keepChange(ME, finding(one, T0, { gradeId: "fix", place: "s1" }));
    await keepChange(ME, finding(two, T0 + 1, { gradeId: "stop", place: "s2" }));
    await keepChange(ME, finding(one, T0 + 40, { gradeId: "watch" }, { device: "tablet-01" }));
    await keepChange(ME, finding(one, T0 + 30, { note: "dry" }));
    expect(await standing()).toMatchObject([
      { id: one, gradeId: "watch", note: "dry" },
      { id: two, gradeId: "stop" },
    ]);
  });

  it("counts in once its grade is there, whatever comes in first", async () => {
    await newCase();
    const id = crypto.randomUUID();
    await keepChange(ME, finding(id, T0 + 5, { note: "rust" }));
    expect(await standing()).toEqual([]);
    await keepChange(ME, finding(id, T0, { gradeId: "fix" }));
    expect(await standing()).toMatchObject([{ note: "rust", gradeId: "fix" }]);
  });

  it("is refused at points, grades, cases and records that it can't belong to, and nothing of it is kept", async () => {
    const other = await newCase();
    await newCase();
    const id = crypto.randomUUID();
    await keepChange(ME, finding(id, T0, { gradeId: "fix" }));
    const before = await ChangeRecord.count();
    const refused = (change: ChangeOf<"finding">) => expect(keepChange(ME, change)).rejects;
    await refused(finding(id, T0, {}, { pointId: "moon" })).toThrow("there is no point moon in the walk");
    await refused(finding(id, T0, { gradeId: "odd" })).toThrow("isolator-box has no grade odd");
    await refused(finding(id, T0, {}, { caseId: "nowhere" })).toThrow('There is no case "nowhere"');
    await refused(finding(id, T0, {}, { caseId: other })).toThrow("belongs to another case");
    await refused(finding(id, T0, {}, { pointId: "panel-meters" })).toThrow("stands at another point");
    await refused(finding(caseId, T0, {}, { id: (await openCase(ME, caseId)).field.changes[0].id })).toThrow("Another change has this id");
    const looker: Actor = { id: "u8", name: "Owner", role: "reader" };
    await expect(keepChange(looker, finding(id, T0, {}))).rejects.toMatchObject({ kind: "forbidden" });
    expect(await ChangeRecord.count()).toBe(before);
  });

  it("of danger puts its site first in triage", async () => {
    await saveSite(ME, { ...site, id: "calm" }, "x");
    caseId = await createCase(ME, { siteId: "calm", kind: "routine", title: "x" });
    const id = crypto.randomUUID();
    await keepChange(ME, finding(id, T0, { gradeId: "stop" }));
    expect((await triage(ME))[0]).toMatchObject({ siteId: "calm", severity: "stop", danger: expect.stringMatching(/^.+: .+/) });
    await keepChange(ME, finding(id, T0 + 1, { takenBack: true }));
    expect((await triage(ME)).find(({ siteId }) => siteId === "calm")?.severity).not.toBe("stop");
  });
});

describe("a brief", () => {
  it("is kept field by field: two who write at the same time don't overwrite each other", async () => {
    await newCase();
    await keepChange(ME, brief(T0, { hazards: "steep" }));
    await keepChange(ME, brief(T0 + 1, { access: "key at the neighbour's" }, "desk-0001"));
    await keepChange(ME, brief(T0 - 9, { hazards: "none" }, "desk-0001"));
    expect((await openCase(ME, caseId)).brief).toMatchObject({ complaint: "half", hazards: "steep", access: "key at the neighbour's" });
    await expect(keepChange(ME, { ...brief(T0, {}), recordId: "other" })).rejects.toThrow("expected the case's own id");
  });

  it("raises the number by which its pages tell that they are behind", async () => {
    await newCase();
    expect(await lastChange(ME, caseId)).toBe(0);
    await keepChange(ME, brief(T0, { hazards: "steep" }));
    const { last } = (await openCase(ME, caseId)).field;
    expect(last).toBeGreaterThan(0);
    expect(await lastChange(ME, caseId)).toBe(last);
    await expect(lastChange(ME, "nothing")).rejects.toMatchObject({ kind: "not-found" });
  });
});

describe("a photo", () => {
  const sent = (bytes: Buffer) => {
    const path = join(incomingFolder(), `${process.pid}-${crypto.randomUUID()}`);
    writeFileSync(path, bytes);
    return path;
  };
  const solid = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: "#777" } });

  it("stands upright, small enough and without metadata, once, even from two tabs at the same time", async () => {
    await newCase();
    const [id, findingId] = [crypto.randomUUID(), crypto.randomUUID()];
    await keepChange(ME, finding(findingId, T0, { gradeId: "fix" }));
    const wide = await solid(4000, 1000).withMetadata({ orientation: 8 }).jpeg().toBuffer();
    const change = photo(id, findingId, T0 + 1);
    await Promise.all([keepPhoto(ME, change, sent(wide)), keepPhoto(ME, change, sent(wide))]);
    const full = await sharp((await photoFile(ME, id, false)) as Buffer).metadata();
    expect([full.width, full.height, full.exif]).toEqual([600, 2400, undefined]);
    expect((await sharp((await photoFile(ME, id, true)) as Buffer).metadata()).height).toBe(360);
    expect((await standing())[0].photos).toEqual([{ id, widthPx: 600, heightPx: 2400, marks: NO_MARKS }]);
    // Another picture under the id of one that is kept changes nothing; a lost file is mended by sending it again.
    const kept = await photoFile(ME, id, false);
    await keepPhoto(ME, change, sent(await solid(50, 50).jpeg().toBuffer()));
    expect(await photoFile(ME, id, false)).toEqual(kept);
    rmSync(join(dataFolder(), "photos", `${id}.jpg`));
    await expect(photoFile(ME, id, false)).rejects.toThrow("sending it again mends it");
    await keepPhoto(ME, change, sent(wide));
    expect(await photoFile(ME, id, false)).toEqual(kept);
    expect(readdirSync(incomingFolder())).toEqual([]);
  });

  it("can be removed and brought back, and may come before its finding or after its removal", async () => {
    await newCase();
    const [id, findingId] = [crypto.randomUUID(), crypto.randomUUID()];
    const small = await solid(60, 40).jpeg().toBuffer();
    await keepChange(ME, photo(id, findingId, T0 + 5, true));
    await keepPhoto(ME, photo(id, findingId, T0 + 1), sent(small));
    expect(await standing()).toEqual([]);
    await keepChange(ME, finding(findingId, T0, { gradeId: "fix" }));
    expect((await standing())[0].photos).toEqual([]);
    await keepChange(ME, { ...photo(id, findingId, T0 + 9, true), fields: { removed: false } });
    expect((await standing())[0].photos).toEqual([{ id, widthPx: 60, heightPx: 40, marks: NO_MARKS }]);
  });

  it("is refused where it is no whole picture, too large, or of nothing that is known, and leaves nothing behind", async () => {
    await newCase();
    const findingId = crypto.randomUUID();
    await keepChange(ME, finding(findingId, T0, { gradeId: "fix" }));
    const before = await ChangeRecord.count();
    const whole = await solid(800, 600).jpeg().toBuffer();
    const refused = (bytes: Buffer, change = photo(crypto.randomUUID(), findingId, T0)) =>
      expect(keepPhoto(ME, change, sent(bytes))).rejects;
    await refused(Buffer.from("text")).toThrow("isn't a whole picture");
    await refused(whole.subarray(0, whole.length >> 1)).toThrow("isn't a whole picture");
    await refused(await solid(9000, 6000).png({ compressionLevel: 1 }).toBuffer()).toThrow("54 megapixels; at most 50");
    await refused(whole, { ...photo(crypto.randomUUID(), findingId, T0), caseId: "nowhere" }).toThrow('There is no case "nowhere"');
    await refused(whole, { ...photo(crypto.randomUUID(), findingId, T0), pointId: "panel-meters" }).toThrow("at another point");
    await expect(photoFile(ME, "nothing", false)).rejects.toMatchObject({ kind: "not-found" });
    expect(await ChangeRecord.count()).toBe(before);
    expect(readdirSync(incomingFolder())).toEqual([]);
  });
});

describe("what a report says", () => {
  const about = (more: object) => ({
    ...{ id: crypto.randomUUID(), caseId, device: "desk-0001", deviceName: "Desk", author: "A. Gruber", madeMs: T0, ...more },
  });

  it("is one record of the case, field by field, and one for each piece of work", async () => {
    await newCase();
    const recordId = reportRecordId(caseId);
    const work = { kind: "work" as const, work: "mend-string", scope: "s2", recordId: workRecordId(caseId, "mend-string", "s2") };
    await keepChange(ME, about({ kind: "report", recordId, fields: { technician: "Jana Moser" } }) as Change);
    await keepChange(ME, about({ kind: "report", recordId, madeMs: T0 + 1, fields: { remarks: "Wet wall" } }) as Change);
    await keepChange(ME, about({ ...work, fields: { cost: "310" } }) as Change);
    await keepChange(ME, about({ ...work, madeMs: T0 + 5, device: "phone-001", fields: { leftOut: true } }) as Change);
    const { field, brief: told } = await openCase(ME, caseId);
    const { report, works } = caseRecords(field.changes, [], told);
    expect(report.fields).toMatchObject({ technician: "Jana Moser", remarks: "Wet wall", recipient: "" });
    expect(works).toMatchObject([{ work: "mend-string", scope: "s2", fields: { cost: "310", leftOut: true } }]);
  });

  it("is refused where its record is another's, or there is no such work", async () => {
    await newCase();
    for (const [change, field] of [
      [{ kind: "report", recordId: "elsewhere/report", fields: {} }, "recordId"],
      [{ kind: "work", work: "mend-string", scope: "s2", recordId: workRecordId(caseId, "mend-string", "s1"), fields: {} }, "recordId"],
      [{ kind: "work", work: "paint", scope: "s2", recordId: workRecordId(caseId, "paint", "s2"), fields: {} }, "work"],
    ] as const)
      await expect(keepChange(ME, about(change) as Change)).rejects.toThrow(field);
    expect(await lastChange(ME, caseId)).toBe(0);
  });
});

describe("marks on a photo", () => {
  const ring = '{"crop":null,"marks":[{"kind":"ring","at":[0.5,0.5],"half":[0.1,0.1]}]}';

  it("stand with the finding whichever of two comes last, and what isn't marks is refused", async () => {
    await newCase();
    const [id, findingId] = [crypto.randomUUID(), crypto.randomUUID()];
    await keepChange(ME, finding(findingId, T0, { gradeId: "fix" }));
    const marked = (madeMs: number, marks: string) => ({ ...photo(id, findingId, madeMs), id: crypto.randomUUID(), fields: { marks } });
    await keepChange(ME, marked(T0 + 5, ring));
    await keepChange(ME, marked(T0 + 2, ""));
    const records = async () => caseRecords((await openCase(ME, caseId)).field.changes).findings[0].photos[0];
    expect((await records()).marks.marks).toEqual([{ kind: "ring", at: [0.5, 0.5], half: [0.1, 0.1] }]);
    await expect(keepChange(ME, marked(T0 + 9, '{"marks":7}'))).rejects.toThrow("marks on the photo");
  });
});

describe("what is said of the plant", () => {
  const facts = (madeMs: number, fields: Record<string, string>, device = "phone-001"): ChangeOf<"facts"> => ({
    ...{
      id: crypto.randomUUID(),
      caseId,
      kind: "facts",
      recordId: factsRecordId(caseId),
      device,
      deviceName: "",
      author: "A. Gruber",
      madeMs,
    },
    fields,
  });
  const here = async () => (await openCase(ME, caseId)).site;

  it("stands in the as-built at once, in versions that say so, and changes the walk", async () => {
    await newCase();
    const before = await openCase(ME, caseId);
    const [plane] = before.site.planes;
    await keepChange(ME, facts(T0, { conduit: "none", [`roof.${plane.id}`]: "seam" }));
    const after = await openCase(ME, caseId);
    expect(after.site.plant).toMatchObject({ conduit: "none" });
    expect(after.site.planes[0].roof).toBe("seam");
    expect(after.asBuiltVersion).toBe(before.asBuiltVersion + 1);
    const ids = (view: typeof after) => view.walk.flatMap(({ points }) => points.map(({ id }) => id));
    expect(ids(before)).toContain("run-weep");
    expect(ids(after)).not.toContain("run-weep");
    expect(await AsBuiltRecord.findOne({ where: { version: after.asBuiltVersion } })).toMatchObject({
      note: `On the walk: conduit none, roof of ${plane.id} seam`,
    });
  });

  it("sent twice makes one version, an older word that comes late none, and what nobody can tell neither", async () => {
    await newCase();
    const said = facts(T0 + 100, { conduit: "metal" });
    for (const change of [said, said]) await keepChange(ME, change);
    const { asBuiltVersion } = await openCase(ME, caseId);
    await keepChange(ME, facts(T0 + 50, { conduit: "plastic" }, "phone-002"));
    await keepChange(ME, facts(T0 + 200, { lightSensor: "unknown" }));
    expect(await openCase(ME, caseId)).toMatchObject({ asBuiltVersion, site: { plant: { conduit: "metal" } } });
    await keepChange(ME, facts(T0 + 300, { conduit: "plastic", lightSensor: "yes" }, "phone-002"));
    expect((await here()).plant).toMatchObject({ conduit: "plastic", lightSensor: true });
  });

  it("is refused of another record", async () => {
    await expect(keepChange(ME, { ...facts(T0, { conduit: "metal" }), recordId: "another" })).rejects.toThrow("the facts of this case");
  });
});
