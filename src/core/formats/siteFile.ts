import { FaultList } from "../errors/formatError";
import { type SiteFile, siteFileSchema } from "../site/siteSchema";
import { readJsonFile } from "./jsonText";
import { checkReferences } from "./siteReferences";

/**
 * Reads a site file.
 * @param text the file's text
 * @param file its name, for errors
 * @throws FormatError naming every key at fault, what was found and what was expected
 */
export function readSiteFile(text: string, file: string): SiteFile {
  const site = readJsonFile(siteFileSchema, text, file, "irradant-site/1");
  const faults = new FaultList(file);
  checkReferences(site, faults);
  faults.throwIfAny();
  return site;
}

/** The site as text for a file; what was read, unknown keys too, is written again. */
export function writeSiteFile(site: SiteFile): string {
  return `${JSON.stringify(site, null, 2)}\n`;
}
