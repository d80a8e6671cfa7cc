import { open, readFile, rename, rm } from "node:fs/promises";
import { join } from "node:path";
import type { ChangeOf } from "@/core/changes/change";
import { FailedError, NotFoundError } from "@/core/errors/errors";
import { PhotoRecord } from "@/db/models/records";
import { type Actor, allow } from "../actor";
import { database, dataFolder, inTransaction } from "../database";
import { checkChange, keepChangeIn } from "../field/keepChange";
import { shrinkPicture } from "./pictures";

/**
 * Keeps a photo of a finding: upright, small enough, without metadata, and a thumbnail beside it. Sent twice, even at the same
 * time, it is kept once: files are made aside, written through to the disk and moved in place, and the row follows.
 * @param change says whose photo it is; the picture carries its record's id
 * @param upload path of the file as sent; removed at the end
 * @throws RefusedError where it isn't a picture, NotFoundError where the case isn't known
 */
export async function keepPhoto(actor: Actor, change: ChangeOf<"photo">, upload: string): Promise<void> {
  allow(actor, "record");
  const [full, thumbnail] = [`${upload}.full.jpg`, `${upload}.thumb.jpg`];
  const { recordId: id, findingId } = change;
  try {
    checkChange(change);
    await database();
    const size = (await isKept(id)) ? null : await shrinkPicture(upload, full, thumbnail);
    if (size) for (const path of [full, thumbnail]) await writeThrough(path);
    await inTransaction(async (transaction) => {
      await keepChangeIn(actor, change, transaction);
      if (!size) return;
      await rename(full, pathOf(`${id}.jpg`));
      await rename(thumbnail, pathOf(`${id}.thumb.jpg`));
      await writeThrough(pathOf(""));
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

/** What is acknowledged lies on the disk, the file and the folder that names it. */
async function writeThrough(path: string): Promise<void> {
  const file = await open(path, "r");
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

function pathOf(name: string): string {
  return join(dataFolder(), "photos", name);
}
