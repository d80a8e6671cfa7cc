import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { deserialize, serialize } from "node:v8";
import { ConflictError } from "@/core/errors/errors";
import type { RawTable } from "@/core/intake/table/rawTable";

const pathOf = (folder: string, table: number): string => join(folder, `table-${table}.bin`);

/** Puts a table that was read beside its files: a look at it needn't read them anew. */
export async function keepTable(folder: string, table: number, raw: RawTable): Promise<void> {
  await writeFile(pathOf(folder, table), serialize(raw));
}

/** A table as it was kept. @throws ConflictError where it was taken in or let go meanwhile */
export async function keptTable(folder: string, table: number): Promise<RawTable> {
  const bytes = await readFile(pathOf(folder, table)).catch((error: NodeJS.ErrnoException) => {
    if (error.code === "ENOENT") throw new ConflictError("These files were taken in already, or let go");
    throw error;
  });
  return deserialize(bytes) as RawTable;
}
