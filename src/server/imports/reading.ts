import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { createGunzip } from "node:zlib";
import { z } from "zod";
import { NotFoundError } from "@/core/errors/errors";
import { mappingSchema, repairSchema } from "@/core/intake/mapping";
import { ImportRecord } from "@/db/models/series";
import { type Actor, allow } from "../actor";
import { database } from "../database";
import { originalPath } from "../intake/intakeFiles";

/** How a file was read that was taken in, as it is kept beside the import. */
export const readingSchema = z.object({
  intake: z.string(),
  files: z.array(z.string()),
  mapping: mappingSchema,
  repairs: z.array(repairSchema),
});
export type Reading = z.infer<typeof readingSchema>;

/** What is kept of how an import was read; null where it was one of ours, or can't be read any more. */
export function readReading(text: string | null): Reading | null {
  if (text === null) return null;
  const parsed = readingSchema.safeParse(JSON.parse(text));
  return parsed.success ? parsed.data : null;
}

/** A file as it came, before anything was made of it. @param file its place among those of the import @throws NotFoundError */
export async function originalFile(actor: Actor, importId: string, file: number): Promise<{ name: string; bytes: ReadableStream }> {
  allow(actor, "read");
  await database();
  const record = await ImportRecord.findByPk(importId, { raw: true });
  const reading = record && readReading(record.reading);
  const name = reading?.files[file];
  if (!reading || name === undefined) throw new NotFoundError("file of import", importId);
  const packed = createReadStream(originalPath(reading.intake, file));
  const bytes = packed.pipe(createGunzip());
  packed.on("error", (error) => bytes.destroy(error));
  return { name, bytes: Readable.toWeb(bytes) as ReadableStream };
}
