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
];

/** Files that are no text, by their first letters as they come out when they are read as one. */
const PACKED: readonly { begins: readonly string[]; found: string; expected: string }[] = [
  {
    begins: ["\u00d0\u00cf\u0011\u00e0", "\ufffd\ufffd\u0011"],
    found: "a spreadsheet of the old kind (.xls)",
    expected: "it saved as .xlsx or as CSV",
  },
  { begins: ["\u001f\u2039", "\u001f\ufffd"], found: "a packed file", expected: "it unpacked" },
];

/** A text has hardly any of these. */
const MOST_CONTROL_SHARE = 0.01;

/** @throws FormatError where a text isn't a table at all, saying what it is */
export function refuseForeign(head: string, file: string): void {
  const refuse = (found: string, expected: string): never => {
    throw new FormatError({ file, line: 1, found, expected });
  };
  if (head.replace("\ufeff", "").trim() === "") refuse("an empty file", "a table of measurements");
  for (const { is, found, expected } of FOREIGN) if (is.test(head)) refuse(found, expected);
  for (const { begins, found, expected } of PACKED) if (begins.some((text) => head.startsWith(text))) refuse(found, expected);
  let control = 0;
  for (let k = 0; k < head.length; k++) if (isControl(head.charCodeAt(k))) control++;
  if (control > MOST_CONTROL_SHARE * head.length) refuse("bytes that are no text", "a table, as CSV or as .xlsx");
}

/** No tab, line or page break. */
function isControl(code: number): boolean {
  return code < 32 && !(code >= 9 && code <= 13) && code !== 27;
}
