import { createReadStream, existsSync } from "node:fs";
import { join } from "node:path";
import { Readable } from "node:stream";
import type { Transaction } from "sequelize";
import type { CaseFile } from "@/core/formats/archive/caseFile";
import { SourceMappingRecord } from "@/db/models/intakes";
import { AsBuiltRecord, CalibrationRecord, CaseRecord, ChangeRecord, FindingRecord, PhotoRecord, VisitRecord } from "@/db/models/records";
import { ChannelRecord, ImportRecord } from "@/db/models/series";
import { seriesLines } from "@/db/seriesLines";
import { dataFolder } from "../database";
import { readReading } from "../imports/reading";
import { originalName, originalPath } from "../intake/intakeFiles";
import { registerFile } from "../register/register";
import type { ArchiveEntry } from "./archiveEntry";
import { packedChannel } from "./packedChannel";

/**
 * Everything that is known of a site, as the entries of its archive but for the manifest, in the order of their paths' kinds. Derived things (diagnoses, sums of
 * days) aren't among them: they are worked out anew.
 * @param transaction that everything is read in, so that it is all of one moment; entries are to be opened before it ends
 */
export async function siteEntries(siteId: string, transaction: Transaction): Promise<ArchiveEntry[]> {
  const of = { where: { siteId }, transaction, raw: true } as const;
  const versions = await AsBuiltRecord.findAll({ ...of, order: [["version", "ASC"]] });
  const cases = await CaseRecord.findAll({ ...of, order: [["id", "ASC"]] });
  const imports = await ImportRecord.findAll({
    ...of,
    order: [
      ["importedAt", "ASC"],
      ["id", "ASC"],
    ],
  });
  // In the order in which they came: it is that of the columns, and so it stays.
  const channels = await ChannelRecord.findAll({ ...of, order: [["id", "ASC"]] });
  const sources = await SourceMappingRecord.findAll({ ...of, order: [["source", "ASC"]] });
  const calibrations = await CalibrationRecord.findAll({
    ...of,
    order: [
      ["keptAt", "ASC"],
      ["id", "ASC"],
    ],
  });
  const register = await registerFile(siteId, transaction);
  const photos = await PhotoRecord.findAll({
    include: [{ model: FindingRecord, as: "finding", attributes: [], where: { caseId: cases.map(({ id }) => id) } }],
    order: [["id", "ASC"]],
    transaction,
  });
  return [
    ...versions.map(({ version, siteFile }) => text(`as-built/${version}.site.json`, siteFile)),
    json(
      "as-built/versions.json",
      versions.map(({ version, recordedAt, validFrom, note, actorId }) => ({
        version,
        recordedAt: iso(recordedAt),
        validFrom,
        note,
        actorId,
      })),
    ),
    ...(["production", "weather"] as const)
      .filter((kind) => channels.some((channel) => channel.kind === kind))
      .map((kind) => seriesEntry(siteId, kind, transaction)),
    ...channels.flatMap((channel, k) => packedChannel(channel, k, transaction)),
    json("imports/imports.json", imports.map(importOf)),
    json(
      "imports/sources.json",
      sources.map(({ source, mapping, keptAt, actorId }) => ({ source, mapping: JSON.parse(mapping), keptAt: iso(keptAt), actorId })),
    ),
    ...originals(imports),
    ...cases.map((one) => lazyText(`cases/${one.id}.json`, async () => pretty(await caseFile(one, transaction)))),
    ...photos.flatMap(({ file, thumbnail }) =>
      [file, thumbnail].flatMap((name) => fileEntry(`photos/${name}`, join(dataFolder(), "photos", name))),
    ),
    text("register.csv", register),
    json(
      "calibrations.json",
      calibrations.map(({ siteId: _, keptAt, withdrawnAt, ...kept }) => ({
        ...kept,
        keptAt: iso(keptAt),
        withdrawnAt: withdrawnAt && iso(withdrawnAt),
      })),
    ),
  ];
}

const iso = (at: Date | string) => new Date(at).toISOString();
const pretty = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;

function lazyText(path: string, make: () => Promise<string>): ArchiveEntry {
  return { path, packs: true, open: async () => Readable.from([Buffer.from(await make(), "utf8")]) };
}

const text = (path: string, content: string) => lazyText(path, async () => content);
const json = (path: string, value: unknown) => text(path, pretty(value));

/** A file as it lies on the disk; none where it is lost. */
function fileEntry(path: string, from: string): ArchiveEntry[] {
  return existsSync(from) ? [{ path, packs: false, open: async () => createReadStream(from) }] : [];
}

/** The values that stand, for every other program; the packed days beside them have all digits and what was replaced. */
function seriesEntry(siteId: string, kind: "production" | "weather", transaction: Transaction): ArchiveEntry {
  return { path: `series/${kind}.csv`, packs: true, open: async () => Readable.from(seriesLines(siteId, kind, transaction)) };
}

function importOf({ siteId: _, importedAt, undoneAt, reading, ...rest }: ImportRecord) {
  return {
    ...rest,
    importedAt: iso(importedAt),
    undoneAt: undoneAt && iso(undoneAt),
    reading: reading === null ? null : (JSON.parse(reading) as Record<string, unknown>),
  };
}

/** The files as they came, once each though production and weather came in one. */
function originals(imports: readonly ImportRecord[]): ArchiveEntry[] {
  const names = new Map<string, string>();
  for (const { reading } of imports) {
    const told = readReading(reading);
    for (let place = 0; told && place < told.files.length; place++) {
      names.set(originalName(told.intake, place), originalPath(told.intake, place));
    }
  }
  return [...names].flatMap(([name, path]) => fileEntry(`imports/originals/${name}`, path));
}

async function caseFile(
  { id, siteId, kind, title, openedAt, closedAt, brief, actorId }: CaseRecord,
  transaction: Transaction,
): Promise<CaseFile> {
  const of = { where: { caseId: id }, transaction, raw: true } as const;
  const visits = await VisitRecord.findAll({ ...of, order: [["id", "ASC"]] });
  const findings = await FindingRecord.findAll({ ...of, order: [["id", "ASC"]] });
  const photos = await PhotoRecord.findAll({
    where: { findingId: findings.map((finding) => finding.id) },
    order: [["id", "ASC"]],
    transaction,
    raw: true,
  });
  const changes = await ChangeRecord.findAll({ ...of, order: [["number", "ASC"]] });
  return {
    format: "irradant-case/1",
    ...{ id, site: siteId, kind, title, openedAt: iso(openedAt), closedAt: closedAt && iso(closedAt), actorId },
    brief: JSON.parse(brief) as Record<string, unknown>,
    visits: visits.map(({ caseId: _, startedAt, ...visit }) => ({ ...visit, startedAt: iso(startedAt) })),
    findings: findings.map(({ caseId: _, recordedAt, withdrawnAt, ...finding }) => ({
      ...finding,
      recordedAt: iso(recordedAt),
      withdrawnAt: withdrawnAt && iso(withdrawnAt),
    })),
    photos,
    ...{ readings: [], decisions: [], proofs: [], remedies: [] },
    // Kept as it is stored: whoever reads the archive checks it.
    changes: changes.map(
      ({ number: _, caseId: __, receivedAt, about, fields, ...change }) =>
        ({ ...change, receivedAt: iso(receivedAt), about: JSON.parse(about), fields: JSON.parse(fields) }) as CaseFile["changes"][number],
    ),
  };
}
