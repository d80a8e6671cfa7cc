/** Where and how a file breaks its format. One line when shown. */
export interface FormatFault {
  /** File name or "standard input". */
  file: string;
  /** Line in a text file, the header being 1. */
  line?: number;
  /** Column name of a table or path of a key, like `strings.0.modules`. */
  key?: string;
  found: string;
  expected: string;
}

/** A file from a person that can't be used as it is. Nothing of it has been taken in. */
export class FormatError extends Error {
  constructor(readonly fault: FormatFault) {
    super(describeFault(fault));
    this.name = "FormatError";
  }
}

/** The fault as one line: file, line, key, what was found, what was expected. */
export function describeFault({ file, line, key, found, expected }: FormatFault): string {
  const where = [file, line === undefined ? "" : `line ${line}`, key ?? ""].filter(Boolean).join(", ");
  return `${where}: found ${found}, expected ${expected}`;
}

/** A value as it is shown in an error: short, quoted when text. */
export function shown(value: unknown): string {
  if (value === undefined) return "nothing";
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${text.slice(0, 57)}...` : text;
}
