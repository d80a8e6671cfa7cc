import { parseArgs } from "node:util";

/** The command was called in a way it can't answer. */
export class UsageError extends Error {}

/** Reads `--name value` options; each named one is text. @throws UsageError on unknown or missing ones */
export function readOptions<const Name extends string>(
  args: string[],
  names: readonly Name[],
  required: readonly Name[] = names,
): Record<Name, string | undefined> {
  let values: Record<string, string | boolean | undefined>;
  try {
    // Joined, so that a negative number isn't taken for another option.
    const joined = args.flatMap((arg, k) =>
      k > 0 && isBareOption(args[k - 1]) ? [] : [isBareOption(arg) && k + 1 < args.length ? `${arg}=${args[k + 1]}` : arg],
    );
    values = parseArgs({ args: joined, options: Object.fromEntries(names.map((name) => [name, { type: "string" as const }])) }).values;
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
  for (const name of required) if (!values[name]) throw new UsageError(`--${name} is missing`);
  return values as Record<Name, string | undefined>;
}

function isBareOption(arg: string): boolean {
  return /^--[a-z]+$/.test(arg);
}

/** A number from an option. @throws UsageError when it isn't one or lies outside */
export function numberOption(name: string, text: string | undefined, min: number, max: number): number {
  const value = Number(text);
  if (text === undefined || text.trim() === "" || !(value >= min && value <= max)) {
    throw new UsageError(`--${name}: found ${JSON.stringify(text ?? "")}, expected a number from ${min} to ${max}`);
  }
  return value;
}
