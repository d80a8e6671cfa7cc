import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { deserialize, serialize } from "node:v8";
import type { RawTable } from "@/core/intake/table/rawTable";

const pathOf = (folder: string, table: number): string => join(folder, `table-${table}.bin`);

/** Puts a table that was read beside its files: a look at it needn't read them anew. */
export async function keepTable(folder: string, table: number, raw: RawTable): Promise<void> {
  await writeFile(pathOf(folder, table), serialize(raw));
}

export async function keptTable(folder: string, table: number): Promise<RawTable> {
  return deserialize(await readFile(pathOf(folder, table))) as RawTable;
}
