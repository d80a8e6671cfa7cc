import { FormatError } from "@/core/errors/formatError";
import { diagnoseCommand } from "./commands/diagnose";
import { expectedCommand } from "./commands/expected";
import { sunCommand } from "./commands/sun";
import { UsageError } from "./options";

const COMMANDS: Record<string, (args: string[]) => Promise<void>> = {
  sun: sunCommand,
  expected: expectedCommand,
  diagnose: diagnoseCommand,
};

/** Exit codes of the public contract. */
const EXIT = { done: 0, failed: 1, unusableInput: 2 } as const;

async function main(): Promise<number> {
  const [name, ...args] = process.argv.slice(2);
  const command = COMMANDS[name ?? ""];
  if (!command) {
    process.stderr.write(`irradant: no command ${JSON.stringify(name ?? "")}, expected one of ${Object.keys(COMMANDS).join(", ")}\n`);
    return EXIT.unusableInput;
  }
  try {
    await command(args);
    return EXIT.done;
  } catch (error) {
    if (error instanceof FormatError || error instanceof UsageError) {
      process.stderr.write(`irradant: ${error.message}\n`);
      return EXIT.unusableInput;
    }
    process.stderr.write(`irradant: failed: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
    return EXIT.failed;
  }
}

// A reader that stops early (like `head`) is no failure.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code === "EPIPE") process.exit(EXIT.done);
});
process.exitCode = await main();
