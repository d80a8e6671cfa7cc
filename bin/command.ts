/** A command of the headless program: its words and what it does. Usage, help and README follow from it. */
export interface CommandEntry {
  name: string;
  /** One line for the list. */
  does: string;
  /** Option by option: name, what stands for its value, what it is; `optional` where it may be left out. */
  options: readonly { name: string; value: string; is: string; optional?: boolean }[];
  /** What is read from standard input, where anything is. */
  input?: string;
  /** A call that works as it stands, given the files it names. */
  example: string;
  run(args: string[]): Promise<void>;
}

/** How a command is called, in one line. */
export function usageOf({ name, options, input }: CommandEntry): string {
  const parts = options.map(({ name: option, value, optional }) => (optional ? `[--${option} ${value}]` : `--${option} ${value}`));
  return ["irradant", name, ...parts, ...(input ? ["< FILE"] : [])].join(" ");
}

/** All that is to be said of a command. */
export function helpOf(entry: CommandEntry): string {
  const width = Math.max(0, ...entry.options.map(({ name, value }) => name.length + value.length + 3));
  const lines = entry.options.map(({ name, value, is, optional }) => {
    const option = `--${name} ${value}`.padEnd(width);
    return `  ${option}  ${is}${optional ? " (may be left out)" : ""}`;
  });
  return [
    `${entry.name}: ${entry.does}`,
    "",
    `Usage: ${usageOf(entry)}`,
    ...(lines.length > 0 ? ["", ...lines] : []),
    ...(entry.input ? ["", `Standard input: ${entry.input}`] : []),
    "",
    `Example: ${entry.example}`,
    "",
    EXIT_CODES,
    "",
  ].join("\n");
}

/** What every command ends with. */
export const EXIT_CODES =
  "Exit code: 0 when done, 2 for unusable input (a line on standard error says what and where), 1 when it failed itself.";
