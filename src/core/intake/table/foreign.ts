import { FormatError } from "../../errors/formatError";

/** Files that are no table, by what they begin with. */
const FOREIGN: readonly { is: RegExp; found: string; expected: string }[] = [
  {
    is: /^\s*(?:<!doctype|<html|<head|<body)/i,
    found: "a web page",
    expected: "a table: the portal may have asked to log in again, so export once more",
  },
  { is: /^\s*<\?xml|^\s*<\w+[\s>]/, found: "XML", expected: "a table, as CSV or as a spreadsheet" },
  { is: /^\s*[[{]/, found: "JSON", expected: "a table, as CSV or as a spreadsheet" },
  { is: /^%PDF/, found: "a PDF", expected: "a table, as CSV or as a spreadsheet" },
  {
    is: /^\u00d0\u00cf\u0011\u00e0|^\ufffd\ufffd\u0011/,
    found: "a spreadsheet of the old kind (.xls)",
    expected: "it saved as .xlsx or as CSV",
  },
  { is: /^PK\u0003\u0004/, found: "a packed file that is no spreadsheet", expected: "a table, as CSV or as .xlsx" },
  { is: /^\u001f[\u008b\u2039\ufffd]/, found: "a packed file", expected: "it unpacked" },
];

/** @throws FormatError where a text isn't a table at all, saying what it is */
export function refuseForeign(head: string, file: string): void {
  if (head.trim() === "" || head === "\ufeff")
    throw new FormatError({ file, line: 1, found: "an empty file", expected: "a table of measurements" });
  for (const { is, found, expected } of FOREIGN) if (is.test(head)) throw new FormatError({ file, line: 1, found, expected });
  // biome-ignore lint/suspicious/noControlCharactersInRegex: a text has none of these
  const control = head.match(/[\u0000-\u0008\u000e-\u001a\u001c-\u001f]/g)?.length ?? 0;
  if (control > head.length / 100)
    throw new FormatError({ file, line: 1, found: "bytes that are no text", expected: "a table, as CSV or as .xlsx" });
}
