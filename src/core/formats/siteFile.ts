import { type ParseError, parse as parseTolerant } from "jsonc-parser";
import { shown } from "../errors/errors";
import { FaultList, FormatError } from "../errors/formatError";
import { MOST } from "../site/siteLimits";
import { type SiteFile, siteFileSchema } from "../site/siteSchema";
import { jsonDepth } from "./jsonDepth";
import { checkReferences } from "./siteReferences";
import { addIssues } from "./zodFaults";

/**
 * Reads a site file.
 * @param text the file's text
 * @param file its name, for errors
 * @throws FormatError naming every key at fault, what was found and what was expected
 */
export function readSiteFile(text: string, file: string): SiteFile {
  const parsed = siteFileSchema.safeParse(parseJson(text, file));
  const faults = new FaultList(file);
  if (!parsed.success) {
    addIssues(faults, parsed.error, JSON.parse(withoutMark(text)));
    faults.throwIfAny();
    throw parsed.error;
  }
  checkReferences(parsed.data, faults);
  faults.throwIfAny();
  return parsed.data;
}

/** The site as text for a file; what was read, unknown keys too, is written again. */
export function writeSiteFile(site: SiteFile): string {
  return `${JSON.stringify(site, null, 2)}\n`;
}

/** @throws FormatError where the text is too long, too deep or no JSON */
function parseJson(text: string, file: string): unknown {
  const content = withoutMark(text);
  if (content.length > MOST.fileBytes) {
    throw new FormatError({
      file,
      found: `${(content.length / 1e6).toFixed(1)} million characters`,
      expected: `at most ${MOST.fileBytes / 1e6}`,
    });
  }
  if (jsonDepth(content) > MOST.depth)
    throw new FormatError({ file, found: `brackets nested over ${MOST.depth} deep`, expected: "an irradant-site/1 JSON object" });
  try {
    return JSON.parse(content);
  } catch {
    throw new FormatError({
      file,
      line: faultyLine(content),
      found: shown(content.trim()) === '""' ? "an empty file" : "text that isn't JSON",
      expected: "an irradant-site/1 JSON object",
    });
  }
}

/** Without the byte order mark that some editors write first. */
function withoutMark(text: string): string {
  return text.replace(/^\uFEFF/, "");
}

/** Line of the first place that isn't JSON. */
function faultyLine(text: string): number {
  const errors: ParseError[] = [];
  parseTolerant(text, errors);
  return text.slice(0, errors[0]?.offset ?? 0).split("\n").length;
}
