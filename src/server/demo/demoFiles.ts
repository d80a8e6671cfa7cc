import { readdir, readFile } from "node:fs/promises";
import { join } from "node:path";
import { dataFolder } from "../database";

const folder = () => join(dataFolder(), "demo-files");

/** Names of the demonstration's files for a site, to be imported by hand; none outside the demonstration. */
export async function demoFilesFor(siteId: string): Promise<string[]> {
  const names = await readdir(folder()).catch((): string[] => []);
  return names.filter((name) => name.startsWith(`${siteId}.`) && name.endsWith(".csv")).sort();
}

/** A file of the demonstration, or null. Only names that stand in its folder are served. */
export async function demoFile(name: string): Promise<Buffer | null> {
  const names = await readdir(folder()).catch((): string[] => []);
  return names.includes(name) ? readFile(join(folder(), name)) : null;
}
