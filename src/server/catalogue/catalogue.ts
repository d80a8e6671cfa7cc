import { NotFoundError } from "@/core/errors/errors";
import { catalogueInForce } from "@/core/inspection/catalogue";
import type { CatalogueDelta } from "@/core/inspection/catalogueDelta";
import { readCatalogueFile, writeCatalogueFile } from "@/core/inspection/catalogueFile";
import { CatalogueRecord } from "@/db/models/catalogues";
import { type Actor, allow } from "../actor";
import { database, inTransaction } from "../database";
import { readOnce } from "../readCache";
import { putStoredInForce } from "./stored";

/** The catalogue in force, and what it was. */
export interface CatalogueView {
  /** As a file. */
  file: string;
  /** Null while the shipped one was never changed. */
  version: number | null;
  /** The newest first. */
  versions: { version: number; note: string; keptAt: string; shipped: boolean }[];
}

/** What pages need of the firm's own catalogue, put in force for this process; null where the shipped one is. */
export async function firmCatalogue(actor: Actor): Promise<{ delta: CatalogueDelta | null }> {
  allow(actor, "read");
  return readOnce("catalogue", async () => ({ delta: await putStoredInForce(await database()) }));
}

/** The catalogue with its history. */
export async function catalogueView(actor: Actor): Promise<CatalogueView> {
  await firmCatalogue(actor);
  const rows = await CatalogueRecord.findAll({ order: [["version", "DESC"]] });
  return {
    file: writeCatalogueFile(catalogueInForce()),
    version: rows[0]?.version ?? null,
    versions: rows.map(({ version, note, keptAt, file }) => ({ version, note, keptAt: keptAt.toISOString(), shipped: file === "" })),
  };
}

/** The catalogue in force as a file. */
export async function catalogueFileOf(actor: Actor): Promise<string> {
  await firmCatalogue(actor);
  return writeCatalogueFile(catalogueInForce());
}

/**
 * Keeps a catalogue as the firm's own and puts it in force: walks are made by it from now on, and what was found by earlier ones stays readable.
 * @param name of the file, for errors
 * @throws FormatError naming every key at fault
 */
export async function keepCatalogue(actor: Actor, text: string, name: string, note: string): Promise<CatalogueView> {
  allow(actor, "manage");
  const file = writeCatalogueFile(readCatalogueFile(text, name));
  return keep(actor, file, note);
}

/** Puts the shipped catalogue back in force. */
export async function shippedAgain(actor: Actor): Promise<CatalogueView> {
  allow(actor, "manage");
  return keep(actor, "", "As shipped");
}

/** Puts an earlier one in force again, as a version of its own. @throws NotFoundError */
export async function restoreCatalogue(actor: Actor, version: number): Promise<CatalogueView> {
  allow(actor, "manage");
  await database();
  const old = await CatalogueRecord.findByPk(version);
  if (!old) throw new NotFoundError("version of the catalogue", String(version));
  return keep(actor, old.file, `Back to version ${version}`);
}

async function keep(actor: Actor, file: string, note: string): Promise<CatalogueView> {
  await inTransaction(async (transaction) => {
    await CatalogueRecord.create({ file, note, keptAt: new Date(), actorId: actor.id }, { transaction });
  });
  await putStoredInForce(await database());
  return catalogueView(actor);
}
