import { readFile, rename, rm } from "node:fs/promises";
import { join } from "node:path";
import { FailedError, NotFoundError } from "@/core/errors/errors";
import { FindingRecord, PhotoRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { database, dataFolder, inTransaction } from "../database";
import { shrinkPicture } from "./pictures";

/**
 * Keeps a photo of a finding: upright, small enough, without metadata, and a thumbnail beside it. Sent twice, even at the same
 * time, it is kept once: files are made aside and moved in place, then the row follows.
 * @param id made in the field
 * @param upload path of the file as sent; removed at the end
 * @throws RefusedError where it isn't a picture, NotFoundError where the finding isn't known
 */
export async function addPhoto(actor: Actor, findingId: string, id: string, upload: string): Promise<void> {
  allow(actor, "record");
  const [full, thumbnail] = [`${upload}.full.jpg`, `${upload}.thumb.jpg`];
  try {
    await database();
    if (!(await FindingRecord.findByPk(findingId, { attributes: ["id"] }))) throw new NotFoundError("finding", findingId);
    if (await isKept(id)) return;
    const size = await shrinkPicture(upload, full, thumbnail);
    await inTransaction(async (transaction) => {
      await rename(full, pathOf(`${id}.jpg`));
      await rename(thumbnail, pathOf(`${id}.thumb.jpg`));
      if (await PhotoRecord.findByPk(id, { transaction, attributes: ["id"] })) return;
      const names = { file: `${id}.jpg`, thumbnail: `${id}.thumb.jpg` };
      await PhotoRecord.create({ id, findingId, ...names, ...size, actorId: actor.id }, { transaction });
    });
  } finally {
    for (const path of [upload, full, thumbnail]) await rm(path, { force: true });
  }
}

/** A photo's file, or its thumbnail's. @throws NotFoundError, FailedError where its file is lost */
export async function photoFile(actor: Actor, id: string, small: boolean): Promise<Buffer> {
  allow(actor, "read");
  await database();
  const record = await PhotoRecord.findByPk(id, { raw: true });
  if (!record) throw new NotFoundError("photo", id);
  return readFile(pathOf(small ? record.thumbnail : record.file)).catch((error: unknown) => {
    throw new FailedError("The photo's file is lost; sending it again mends it", { cause: error });
  });
}

/** A row without its files, after a crash between the two, is mended by sending the photo again. */
async function isKept(id: string): Promise<boolean> {
  const record = await PhotoRecord.findByPk(id, { raw: true });
  if (!record) return false;
  const files = await Promise.all([record.file, record.thumbnail].map((name) => readFile(pathOf(name)).catch(() => null)));
  return files.every((bytes) => bytes !== null && bytes.length > 0);
}

function pathOf(name: string): string {
  return join(dataFolder(), "photos", name);
}
