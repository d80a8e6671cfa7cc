import { RefusedError } from "./errors";

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
export class FormatError extends RefusedError {
  static override readonly type: string = "format";
  readonly faults: readonly FormatFault[];

  /**
   * @param faults what was found, the first one first; never none
   * @param more faults beyond those
   */
  constructor(
    faults: FormatFault | readonly FormatFault[],
    readonly more = 0,
  ) {
    const list = Array.isArray(faults) ? (faults as readonly FormatFault[]) : [faults as FormatFault];
    const [first, ...others] = list;
    super([describeFault(first), ...others.map((fault) => besideFile(fault, first.file)), ...moreLine(more)].join("; "));
    this.faults = list;
  }

  /** Each fault as a line of its own, to stand under the file's name; the message is all of them in one. */
  get lines(): string[] {
    return [...this.faults.map((fault) => besideFile(fault, this.faults[0].file)), ...moreLine(this.more)];
  }
}

/** The fault as one line: file, line, key, what was found, what was expected. */
export function describeFault({ file, line, key, found, expected }: FormatFault): string {
  const where = [file, line === undefined ? "" : `line ${line}`, key ?? ""].filter(Boolean).join(", ");
  return `${where}: found ${found}, expected ${expected}`;
}

/** A fault whose file is named already. */
function besideFile(fault: FormatFault, file: string): string {
  const text = describeFault(fault);
  return fault.file === file ? text.slice(file.length).replace(/^[,:] /, "") : text;
}

function moreLine(more: number): string[] {
  return more > 0 ? [`and ${more} more`] : [];
}

/** So many faults are told one by one: what a person mends in one go. The rest are counted. */
export const MOST_FAULTS = 20;

/** Collects what is wrong with a file while it is read, so that all of it can be told at once. */
export class FaultList {
  private readonly faults: FormatFault[] = [];
  private more = 0;

  constructor(readonly file: string) {}

  add(fault: Omit<FormatFault, "file">): void {
    if (this.faults.length < MOST_FAULTS) this.faults.push({ file: this.file, ...fault });
    else this.more++;
  }

  get any(): boolean {
    return this.faults.length > 0;
  }

  /** True once no further one would be told: reading on is a waste. */
  get full(): boolean {
    return this.faults.length >= MOST_FAULTS;
  }

  /** @throws FormatError with everything collected, where there is anything */
  throwIfAny(): void {
    if (this.any) throw new FormatError(this.faults, this.more);
  }
}
