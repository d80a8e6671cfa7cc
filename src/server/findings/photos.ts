import { readFile, rm } from "node:fs/promises";
import { join } from "node:path";
import sharp from "sharp";
import { RefusedError } from "@/core/errors/errors";
import { FindingRecord, PhotoRecord } from "@/db/models/records";
import { database, dataFolder } from "../database";

const LONGEST_PX = 2400;
const THUMBNAIL_PX = 360;

/**
 * Keeps a photo of a finding: turned upright by its orientation mark, then stored without any metadata,
 * so that no place or device leaves with it; a thumbnail beside it. Sent twice, it is kept once.
 * @param id made in the field
 * @throws RefusedError where it isn't a picture, or the finding isn't known
 */
export async function addPhoto(findingId: string, id: string, bytes: Buffer): Promise<void> {
  await database();
  if (!(await FindingRecord.findByPk(findingId))) throw new RefusedError(`No finding ${findingId}`);
  if (await PhotoRecord.findByPk(id)) return;
  const folder = join(dataFolder(), "photos");
  const [file, thumbnail] = [`${id}.jpg`, `${id}.thumb.jpg`];
  try {
    const upright = sharp(bytes).autoOrient();
    const size = { fit: "inside" as const, withoutEnlargement: true };
    const full = await upright
      .clone()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, ...size })
      .jpeg({ quality: 86 })
      .toFile(join(folder, file));
    await upright
      .clone()
      .resize({ width: THUMBNAIL_PX, height: THUMBNAIL_PX, ...size })
      .jpeg({ quality: 78 })
      .toFile(join(folder, thumbnail));
    await PhotoRecord.create({ id, findingId, file, thumbnail, widthPx: full.width, heightPx: full.height });
  } catch (error) {
    for (const name of [file, thumbnail]) await rm(join(folder, name), { force: true });
    throw error instanceof Error && /unsupported|corrupt|Input/i.test(error.message)
      ? new RefusedError("This file isn't a picture that can be read (JPEG, PNG, WebP, AVIF or TIFF)")
      : error;
  }
}

/** A photo's file, or its thumbnail's; null where there is none. */
export async function photoFile(id: string, small: boolean): Promise<Buffer | null> {
  await database();
  const record = await PhotoRecord.findByPk(id);
  if (!record) return null;
  return readFile(join(dataFolder(), "photos", small ? record.thumbnail : record.file));
}
