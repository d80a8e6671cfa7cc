import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeAll, expect, it } from "vitest";
import { CATALOGUE, findGrade, findPoint, putInForce } from "@/core/inspection/catalogue";
import { deltaOf, fromDelta } from "@/core/inspection/catalogueDelta";
import { ownCatalogue, readCatalogueFile, writeCatalogueFile } from "@/core/inspection/catalogueFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { createCase } from "../cases/createCase";
import { openCase } from "../cases/openCase";
import { closeDatabase } from "../database";
import { keepChange } from "../field/keepChange";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { catalogueView, firmCatalogue, keepCatalogue, restoreCatalogue, shippedAgain } from "./catalogue";

const folder = mkdtempSync(join(tmpdir(), "irradant-catalogue-"));
const site = exampleSite();
let caseId = "";

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
  caseId = await createCase(ME, { siteId: site.id, kind: "routine", title: "x", brief: {} });
});
afterAll(async () => {
  putInForce(null);
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});
afterEach(async () => void (await shippedAgain(ME)));

const SEAL = {
  ...{ id: "our-seal", title: "Our seal on the board", why: "Whoever opened it since is told by the seal.", work: "label-plant" },
  grades: [
    { id: "sound", text: "Whole", severity: "sound" },
    { id: "fix", text: "Broken", severity: "fix" },
  ],
};
/** The shipped one with a seal first at the board, without its labels, and another word for glass. */
function own(title = SEAL.title): string {
  const file = JSON.parse(writeCatalogueFile(CATALOGUE)) as { stations: { station: string; points: Record<string, unknown>[] }[] };
  for (const one of file.stations) {
    if (one.station === "board") one.points = [{ ...SEAL, title }, ...one.points.filter(({ id }) => id !== "board-labels")];
    for (const point of one.points) if (point.id === "glass-cracked") point.title = "Glass: cracks";
  }
  return JSON.stringify(file);
}
const walked = async () => (await openCase(ME, caseId)).walk.flatMap(({ points }) => points.map(({ id }) => id));
const found = (pointId: string, gradeId: string) => ({
  ...{ id: crypto.randomUUID(), caseId, kind: "finding" as const, recordId: crypto.randomUUID(), pointId, device: "phone-001" },
  ...{ deviceName: "", author: "", madeMs: Date.now(), fields: { gradeId } },
});

it("is in force at once: walks, what is recorded, and what pages are told", async () => {
  const before = await walked();
  await expect(keepChange(ME, found(SEAL.id, "fix"))).rejects.toThrow("no point our-seal");
  const view = await keepCatalogue(ME, own(), "c.json", "seal");
  expect(view.versions[0]).toMatchObject({ note: "seal", shipped: false });
  const after = await walked();
  expect(after).toContain(SEAL.id);
  expect(after).not.toContain("board-labels");
  expect(after).toHaveLength(before.length);
  await keepChange(ME, found(SEAL.id, "fix"));
  expect((await openCase(ME, caseId)).findings.at(-1)).toMatchObject({ pointTitle: SEAL.title, gradeText: "Broken", severity: "fix" });
  expect(findPoint("glass-cracked")?.title).toBe("Glass: cracks");
  const { delta } = await firmCatalogue(ME);
  expect(delta?.points.map(({ id }) => id).sort()).toEqual(["glass-cracked", SEAL.id]);
  expect(JSON.stringify(delta).length).toBeLessThan(12_000);
});

it("what was found by it stays readable when it is changed, left and taken up again", async () => {
  const first = await keepCatalogue(ME, own(), "c.json", "");
  await keepCatalogue(ME, own("The seal, newly named"), "c.json", "");
  expect(findPoint(SEAL.id)?.title).toBe("The seal, newly named");
  await shippedAgain(ME);
  expect(await walked()).not.toContain(SEAL.id);
  expect(findGrade(SEAL.id, "fix")?.text).toBe("Broken");
  expect(findPoint("glass-cracked")?.title).toBe("Cracked glass or cells");
  expect((await restoreCatalogue(ME, first.version as number)).file).toContain("Our seal on the board");
  await expect(restoreCatalogue(ME, 999)).rejects.toThrow("999");
});

it("a process that opens the data later has it too", async () => {
  await keepCatalogue(ME, own(), "c.json", "");
  putInForce(null);
  await closeDatabase();
  expect(await walked()).toContain(SEAL.id);
  expect((await catalogueView(ME)).file).toContain("our-seal");
});

it("one that isn't a catalogue is refused with its keys, and the other stays", async () => {
  await keepCatalogue(ME, own(), "c.json", "");
  const broken = JSON.parse(own()) as { stations: { points: { title: string }[] }[] };
  broken.stations[0].points[0].title = "";
  await expect(keepCatalogue(ME, JSON.stringify(broken), "broken.json", "")).rejects.toThrow(/stations\.0\.points\.0\.title/);
  await expect(keepCatalogue(ME, "{", "broken.json", "")).rejects.toThrow("broken.json");
  expect(await walked()).toContain(SEAL.id);
});

it("goes to a page as what differs, and comes back whole", () => {
  const before = ownCatalogue(["", own("A"), own("B"), ""]);
  expect(before?.catalogue).toEqual(CATALOGUE);
  expect(before?.before.filter(({ id }) => id === SEAL.id).map(({ title }) => title)).toEqual(["A", "B"]);
  expect(ownCatalogue([""])).toBeNull();
  const present = { catalogue: readCatalogueFile(own(), "c.json"), before: before?.before ?? [] };
  expect(fromDelta(JSON.parse(JSON.stringify(deltaOf(present))))).toEqual(present);
  expect(deltaOf({ catalogue: CATALOGUE, before: [] }).points).toEqual([]);
});
