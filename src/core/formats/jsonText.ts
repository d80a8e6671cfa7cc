import { type ParseError, parse as parseTolerant } from "jsonc-parser";
import type { z } from "zod";
import { shown } from "../errors/errors";
import { FaultList, FormatError } from "../errors/formatError";
import { MOST } from "../site/siteLimits";
import { jsonDepth } from "./jsonDepth";
import { addIssues } from "./zodFaults";

/**
 * Reads a JSON file of one of the public formats by its schema.
 * @param text the file's text
 * @param file its name, for errors
 * @param format the format's name, for errors
 * @throws FormatError naming every key at fault, what was found and what was expected
 */
export function readJsonFile<Schema extends z.ZodType>(schema: Schema, text: string, file: string, format: string): z.infer<Schema> {
  const raw = parseJson(text, file, format);
  const parsed = schema.safeParse(raw);
  if (parsed.success) return parsed.data;
  const faults = new FaultList(file);
  addIssues(faults, parsed.error, raw);
  faults.throwIfAny();
  throw parsed.error;
}

/** @throws FormatError where the text is too long, too deep or no JSON */
function parseJson(text: string, file: string, format: string): unknown {
  const content = withoutMark(text);
  if (content.length > MOST.fileBytes) {
    throw new FormatError({
      file,
      found: `${(content.length / 1e6).toFixed(1)} million characters`,
      expected: `at most ${MOST.fileBytes / 1e6}`,
    });
  }
  const expected = `an ${format} JSON object`;
  if (jsonDepth(content) > MOST.depth) throw new FormatError({ file, found: `brackets nested over ${MOST.depth} deep`, expected });
  try {
    return JSON.parse(content);
  } catch {
    throw new FormatError({
      file,
      line: faultyLine(content),
      found: shown(content.trim()) === '""' ? "an empty file" : "text that isn't JSON",
      expected,
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
