import { IrradantError } from "@/core/errors/errors";
import packageFile from "../package.json";
import { type CommandEntry, EXIT_CODES, helpOf, usageOf } from "./command";
import { catalogueCommand } from "./commands/catalogue";
import { checkCommand } from "./commands/check";
import { diagnoseCommand } from "./commands/diagnose";
import { expectedCommand } from "./commands/expected";
import { normaliseCommand } from "./commands/normalise";
import { routeCommand } from "./commands/route";
import { schemaCommand } from "./commands/schema";
import { simulateCommand } from "./commands/simulate";
import { sumCommand } from "./commands/sum";
import { sunCommand } from "./commands/sun";
import { verdictCommand } from "./commands/verdict";
import { UsageError } from "./options";

/** Every command, in the order of help. */
export const COMMANDS: readonly CommandEntry[] = [
  sunCommand,
  expectedCommand,
  diagnoseCommand,
  verdictCommand,
  checkCommand,
  normaliseCommand,
  sumCommand,
  simulateCommand,
  routeCommand,
  catalogueCommand,
  schemaCommand,
];

/** Exit codes of the public contract. */
const EXIT = { done: 0, failed: 1, unusableInput: 2 } as const;

const HELP = new Set(["--help", "-h", "help"]);

async function main(): Promise<number> {
  const [name, ...args] = process.argv.slice(2);
  if (name === "--version" || name === "-V") return say(`irradant ${packageFile.version}\n`);
  if (name === undefined || HELP.has(name)) {
    const about = find(args[0]);
    if (name !== undefined || args.length > 0) return say(about ? helpOf(about) : overview());
  }
  const command = find(name);
  if (!command)
    return complain(
      `no command ${JSON.stringify(name ?? "")}, expected one of ${COMMANDS.map((entry) => entry.name).join(", ")} (irradant --help tells more)`,
    );
  if (args.some((arg) => HELP.has(arg) && arg !== "help")) return say(helpOf(command));
  try {
    await command.run(args);
    return EXIT.done;
  } catch (error) {
    if (error instanceof UsageError) return complain(`${error.message} (usage: ${usageOf(command)})`);
    if (error instanceof IrradantError) return complain(error.message);
    process.stderr.write(`irradant: failed: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
    return EXIT.failed;
  }
}

function find(name: string | undefined): CommandEntry | undefined {
  return COMMANDS.find((entry) => entry.name === name);
}

function say(text: string): number {
  process.stdout.write(text);
  return EXIT.done;
}

function complain(text: string): number {
  process.stderr.write(`irradant: ${text.replaceAll(/\s*\n\s*/g, " ")}\n`);
  return EXIT.unusableInput;
}

function overview(): string {
  const width = Math.max(...COMMANDS.map(({ name }) => name.length));
  const lines = COMMANDS.map(({ name, does }) => `  ${name.padEnd(width)}  ${does}`);
  return [
    "irradant: what a healthy array would have given, and what made it give less. No server, no database.",
    "",
    "Usage: npm run --silent irradant -- COMMAND [OPTIONS]",
    "",
    ...lines,
    "",
    "COMMAND --help tells its options with an example; --version the version. A file name - stands for standard input.",
    EXIT_CODES,
    "The file formats are described in docs/formats.md.",
    "",
  ].join("\n");
}

// A reader that stops early (like `head`) is no failure.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code === "EPIPE") process.exit(EXIT.done);
});
process.exitCode = await main();
