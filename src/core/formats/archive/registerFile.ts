import Papa from "papaparse";
import { z } from "zod";
import { MAKER_STATES, PART_CONDITIONS, PART_KINDS } from "../../changes/partFields";
import { FormatError } from "../../errors/formatError";

/** Columns of a site's register, in their order. */
export const REGISTER_COLUMNS = [
  "id",
  "kind",
  "place",
  "maker",
  "model",
  "serial",
  "installed",
  "warranty_until",
  "maker_state",
  "condition",
  "note",
] as const;

const day = z.union([z.literal(""), z.iso.date()]);

const rowSchema = z.object({
  id: z.string().min(1).max(200),
  kind: z.enum(PART_KINDS),
  place: z.string().max(500),
  maker: z.string().max(500),
  model: z.string().max(500),
  serial: z.string().max(500),
  installed: day,
  warranty_until: day,
  maker_state: z.union([z.literal(""), z.enum(MAKER_STATES)]),
  condition: z.union([z.literal(""), z.enum(PART_CONDITIONS)]),
  note: z.string().max(5000),
});

export type RegisterRow = z.infer<typeof rowSchema>;

/** A register as a file; without rows its heading alone. */
export function writeRegister(rows: readonly RegisterRow[]): string {
  const lines = rows.map((row) => REGISTER_COLUMNS.map((name) => row[name]));
  return `${Papa.unparse([[...REGISTER_COLUMNS], ...lines], { newline: "\n" })}\n`;
}

/**
 * Reads a register of parts. @param file its name, for errors
 * @throws FormatError naming line and column
 */
export function readRegister(text: string, file: string): RegisterRow[] {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: true });
  if (errors.some(({ type }) => type === "Quotes"))
    throw new FormatError({ file, found: "a quotation mark that isn't closed", expected: "a CSV" });
  const [head = [], ...rows] = data;
  if (head.join() !== REGISTER_COLUMNS.join()) {
    throw new FormatError({ file, line: 1, found: head.join() || "an empty file", expected: REGISTER_COLUMNS.join() });
  }
  return rows.map((cells, k) => {
    const line = k + 2;
    if (cells.length !== head.length) throw new FormatError({ file, line, found: `${cells.length} cells`, expected: `${head.length}` });
    const parsed = rowSchema.safeParse(Object.fromEntries(head.map((name, at) => [name, cells[at]])));
    if (parsed.success) return parsed.data;
    const [{ path, message }] = parsed.error.issues;
    const key = String(path[0]);
    throw new FormatError({ file, line, key, found: JSON.stringify(cells[head.indexOf(key)]), expected: message });
  });
}
