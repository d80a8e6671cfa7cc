import type { z } from "zod";
import { DAY_MS } from "@/core/constants";
import { FormatError } from "@/core/errors/formatError";
import { type CaseFile, caseFileSchema } from "@/core/formats/archive/caseFile";
import {
  calibrationsSchema,
  importsSchema,
  type PackedFile,
  packedSchema,
  sourcesSchema,
  versionsSchema,
} from "@/core/formats/archive/historyFiles";
import { ENTRY, entryKind } from "@/core/formats/archive/manifest";
import { readRegister } from "@/core/formats/archive/registerFile";
import { readJsonFile } from "@/core/formats/jsonText";
import { readSiteFile } from "@/core/formats/siteFile";
import { siteName } from "@/core/site/lookups";
import { bytesPerValue } from "@/db/packedDays";
import type { ReadArchive } from "./readArchive";

/** What an archive says, read and checked; only values and pictures are still to be fetched from it. */
export interface ArchiveContents {
  siteId: string;
  siteName: string;
  asBuilts: (z.infer<typeof versionsSchema>[number] & { siteFile: string })[];
  cases: CaseFile[];
  imports: z.infer<typeof importsSchema>;
  sources: z.infer<typeof sourcesSchema>;
  calibrations: z.infer<typeof calibrationsSchema>;
  /** As text; null where there is none. */
  register: string | null;
  /** Channels with all their days; none in an archive of another program, which has the series alone. */
  packed: { index: PackedFile; binPath: string }[];
}

/**
 * Reads what an archive says. @param name what the person calls it, for errors
 * @throws FormatError naming the entry, what was found and what was expected
 */
export async function readContents(archive: ReadArchive, name: string): Promise<ArchiveContents> {
  const file = (path: string) => `${name}, ${path}`;
  const fail = (path: string, found: string, expected: string): never => {
    throw new FormatError({ file: file(path), found, expected });
  };
  const paths = new Set(archive.paths);
  const has = (path: string) => paths.has(path);
  const optional = async <Schema extends z.ZodType>(path: string, schema: Schema, none: z.infer<Schema>): Promise<z.infer<Schema>> =>
    has(path) ? readJsonFile(schema, await archive.text(path), file(path), path) : none;

  const numbers = archive.paths.flatMap((path) => ENTRY.asBuilt.exec(path)?.[1] ?? []).map(Number);
  if (numbers.length === 0) throw new FormatError({ file: name, found: "no as-built", expected: "as-built/1.site.json" });
  const versions = await optional("as-built/versions.json", versionsSchema, []);
  const asBuilts: ArchiveContents["asBuilts"] = [];
  let [siteId, present] = ["", ""];
  for (const version of numbers.sort((a, b) => a - b)) {
    const path = `as-built/${version}.site.json`;
    const siteFile = await archive.text(path);
    const site = readSiteFile(siteFile, file(path));
    if (siteId !== "" && site.id !== siteId) fail(path, `the site ${site.id}`, `${siteId}, as in the others`);
    [siteId, present] = [site.id, siteName(site)];
    const told = versions.find((one) => one.version === version);
    if (versions.length > 0 && !told) fail("as-built/versions.json", `no version ${version}`, "every as-built that is there");
    // Another program may say nothing of when and why.
    asBuilts.push({ ...(told ?? { version, recordedAt: archive.manifest.madeAt, validFrom: null, note: "", actorId: "" }), siteFile });
  }
  for (const { version } of versions)
    if (!numbers.includes(version)) fail("as-built/versions.json", `version ${version}`, "only as-builts that are there");

  const cases: CaseFile[] = [];
  for (const path of archive.paths.filter((one) => entryKind(one) === "case")) {
    const found = readJsonFile(caseFileSchema, await archive.text(path), file(path), "irradant-case/1");
    if (path !== `cases/${found.id}.json`) fail(path, `the case ${found.id}`, "the one that the entry is named after");
    if (found.site !== siteId) fail(path, `a case of ${found.site}`, `one of ${siteId}`);
    checkCase(found, (what, expected) => fail(path, what, expected));
    cases.push(found);
  }

  const imports = await optional("imports/imports.json", importsSchema, []);
  const packed: ArchiveContents["packed"] = [];
  const channels = new Set<string>();
  for (const path of archive.paths.filter((one) => entryKind(one) === "packed" && one.endsWith(".json"))) {
    const index = readJsonFile(packedSchema, await archive.text(path), file(path), path);
    const binPath = path.replace(/json$/, "bin");
    if (!has(binPath)) fail(binPath, "nothing", "the values of the channel");
    const channel = `${index.kind}/${index.name}`;
    if (channels.has(channel)) fail(path, `${channel} a second time`, "each channel once");
    channels.add(channel);
    checkDays(index, new Set(imports.map(({ id }) => id)), (what, expected) => fail(path, what, expected));
    packed.push({ index, binPath });
  }
  for (const path of archive.paths)
    if (path.endsWith(".bin") && !has(path.replace(/bin$/, "json"))) fail(path, "values", "none without their index");

  const register = has("register.csv") ? await archive.text("register.csv") : null;
  const parts = register === null ? [] : readRegister(register, file("register.csv"));
  return {
    ...{ siteId, siteName: present, asBuilts, cases, imports, packed },
    sources: await optional("imports/sources.json", sourcesSchema, []),
    calibrations: await optional("calibrations.json", calibrationsSchema, []),
    register: parts.length > 0 ? register : null,
  };
}

type Fail = (found: string, expected: string) => never;

/** What a case speaks of has to be in it. */
function checkCase({ visits, findings, photos, changes }: CaseFile, fail: Fail): void {
  const [visitIds, findingIds] = [visits, findings].map((all: { id: string }[]) => new Set(all.map(({ id }) => id)));
  for (const { id, visitId } of findings) if (!visitIds.has(visitId)) fail(`finding ${id} of visit ${visitId}`, "a visit of the case");
  for (const { id, findingId, file, thumbnail } of photos) {
    if (!findingIds.has(findingId)) fail(`photo ${id} of finding ${findingId}`, "a finding of the case");
    if (!ENTRY.photo.test(`photos/${file}`) || !ENTRY.photo.test(`photos/${thumbnail}`))
      fail(`photo ${id} in ${file}`, "the plain name of a picture");
  }
  for (const [what, ids] of Object.entries({ visits, findings, photos, changes })) {
    if (new Set(ids.map(({ id }: { id: string }) => id)).size !== ids.length) fail(`${what} of one id`, "each its own");
  }
}

function checkDays({ name, days }: PackedFile, imports: ReadonlySet<string>, fail: Fail): void {
  const wide = bytesPerValue(name);
  const standing = new Set<number>();
  for (const { day, stepMs, phaseMs, bytes, importId, replacedBy } of days) {
    const what = `day ${day} of ${name}`;
    if (bytes % wide !== 0 || phaseMs >= stepMs || DAY_MS % stepMs !== 0 || bytes / wide > Math.ceil(DAY_MS / stepMs)) {
      fail(`${what} with ${bytes} bytes at steps of ${stepMs / 1000} s`, "a day's values");
    }
    if (!imports.has(importId)) fail(`${what} of import ${importId}`, "an import of the archive");
    if (replacedBy !== null && !imports.has(replacedBy)) fail(`${what}, replaced by ${replacedBy}`, "an import of the archive");
    if (replacedBy !== null) continue;
    if (standing.has(day)) fail(`${what} twice`, "one that stands");
    standing.add(day);
  }
}
