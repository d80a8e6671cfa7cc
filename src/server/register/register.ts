import type { Transaction } from "sequelize";
import { z } from "zod";
import type { ChangeOf } from "@/core/changes/change";
import { ConflictError } from "@/core/errors/errors";
import { readRegister, writeRegister } from "@/core/formats/archive/registerFile";
import { type Part, rowOfPart, standingParts } from "@/core/register/parts";
import { CaseRecord, ChangeRecord } from "@/db/models/records";
import { RegisterRecord } from "@/db/models/registers";
import { type Actor, allow } from "../actor";
import { database, inTransaction } from "../database";
import { changeOf } from "../field/storedChanges";
import { requireSite } from "../sites/asBuilt";

/** A register that a file took the place of. */
const beforeSchema = z.object({ csv: z.string(), asOfMs: z.number() });

/** The register of a site as it stands: what a file brought, and what was said on site since. Parts that were taken back are among them. */
export async function registerOf(siteId: string, transaction?: Transaction): Promise<Part[]> {
  await database();
  const record = await RegisterRecord.findByPk(siteId, { transaction, raw: true });
  const rows = record ? readRegister(record.csv, `register of ${siteId}`) : [];
  return standingParts(rows, await partChanges(siteId, transaction), record?.asOfMs);
}

/** What was ever said of a site's parts in its cases. */
async function partChanges(siteId: string, transaction?: Transaction): Promise<ChangeOf<"part">[]> {
  const cases = await CaseRecord.findAll({ where: { siteId }, attributes: ["id"], transaction, raw: true });
  const rows = await ChangeRecord.findAll({ where: { kind: "part", caseId: cases.map(({ id }) => id) }, transaction });
  return rows.map(changeOf).filter((change): change is ChangeOf<"part"> => change.kind === "part");
}

/** The register as a file in the public format. */
export async function registerFile(siteId: string, transaction?: Transaction): Promise<string> {
  return writeRegister((await registerOf(siteId, transaction)).filter(({ takenBack }) => !takenBack).map(rowOfPart));
}

/** The same for whoever asks. @throws NotFoundError */
export async function registerFor(actor: Actor, siteId: string): Promise<string> {
  await requireSite(actor, siteId);
  return registerFile(siteId);
}

/** What a file brought to a register. */
export interface TakenRegister {
  added: number;
  changed: number;
  /** Parts that it doesn't name: they stay. */
  kept: number;
}

/**
 * Takes a register in: a row whose id is known takes the place of what stands, others join, and what the file doesn't name stays. It can be undone.
 * @throws FormatError naming line and column, NotFoundError
 */
export async function takeRegister(actor: Actor, siteId: string, text: string, file: string): Promise<TakenRegister> {
  allow(actor, "record");
  await requireSite(actor, siteId);
  const rows = readRegister(text, file);
  return inTransaction(async (transaction) => {
    const record = await RegisterRecord.findByPk(siteId, { transaction });
    const standing = new Map((await registerOf(siteId, transaction)).map((part) => [part.id, part]));
    const news = new Set(rows.map(({ id }) => id));
    const kept = [...standing.values()].filter(({ id, takenBack }) => !news.has(id) && !takenBack);
    const known = rows.filter(({ id }) => standing.get(id)?.takenBack === false);
    const changed = known.filter((row) => writeRegister([row]) !== writeRegister([rowOfPart(standing.get(row.id) as Part)]));
    const latestMs = (await partChanges(siteId, transaction)).reduce((latest, { madeMs }) => Math.max(latest, madeMs), 0);
    await RegisterRecord.upsert(
      {
        siteId,
        csv: writeRegister([...kept.map(rowOfPart), ...rows]),
        asOfMs: Math.max(Date.now(), latestMs),
        before: JSON.stringify({ csv: record?.csv ?? writeRegister([]), asOfMs: record?.asOfMs ?? 0 }),
      },
      { transaction },
    );
    return { added: rows.length - known.length, changed: changed.length, kept: kept.length };
  });
}

/** Brings back the register that the last file took the place of; what was said on site since stays. @throws ConflictError where there is none, NotFoundError */
export async function undoRegister(actor: Actor, siteId: string): Promise<void> {
  allow(actor, "record");
  await requireSite(actor, siteId);
  await inTransaction(async (transaction) => {
    const record = await RegisterRecord.findByPk(siteId, { transaction });
    if (!record?.before) throw new ConflictError("There is no register to go back to");
    await record.update({ ...beforeSchema.parse(JSON.parse(record.before)), before: "" }, { transaction });
  });
}
