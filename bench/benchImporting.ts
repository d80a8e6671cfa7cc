import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const ROWS = 1_000_000;
const two = (value: number): string => String(value).padStart(2, "0");

/** A portal's table of minutes: semicolons, decimal commas, local time; power, two currents, a voltage. */
function portalTable(): string {
  const parts = ["Zeit;Leistung WR 1 [kW];Strom String 1 [A];Strom String 2 [A];Spannung String 1 [V]\n"];
  for (let i = 0; i < ROWS; i++) {
    const at = new Date(Date.UTC(2024, 0, 1) + i * 60_000);
    const hour = (i % 1440) / 60 - 12;
    const watts = Math.abs(hour) < 6 ? 6000 * Math.cos((hour / 6) * (Math.PI / 2)) ** 2 : 0;
    const stamp = `${two(at.getUTCDate())}.${two(at.getUTCMonth() + 1)}.${at.getUTCFullYear()} ${two(at.getUTCHours())}:${two(at.getUTCMinutes())}`;
    const cells = [(watts / 1000).toFixed(3), (watts / 600).toFixed(2), (watts / 610).toFixed(2), watts > 0 ? "310.5" : "0"];
    parts.push(`${stamp};${cells.join(";").replaceAll(".", ",")}\n`);
  }
  return parts.join("");
}

interface Run {
  ms: number;
  megabytes: number;
  bytesPerValue?: number;
}

/** One run in a process of its own, so that its memory is its own. */
function run(mode: "bare" | "import", path: string): Run {
  const program = join(dirname(fileURLToPath(import.meta.url)), "benchImport.mjs");
  const { stdout, stderr, status } = spawnSync(process.execPath, [program, mode, path], { encoding: "utf8" });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout) as Run;
}

/** A million rows of four channels taken in, against cutting the same file into cells with the CSV package and nothing else. */
export function benchImporting(): void {
  const folder = mkdtempSync(join(tmpdir(), "irradant-importing-"));
  try {
    const path = join(folder, "portal.csv");
    writeFileSync(path, portalTable());
    const best = (mode: "bare" | "import") => [1, 2, 3].map(() => run(mode, path)).reduce((a, b) => (b.ms < a.ms ? b : a));
    const [bare, taken] = [best("bare"), best("import")];
    process.stdout.write(
      `a million rows of four channels, from a file into the database ${(taken.ms / bare.ms).toFixed(2)} × bare parsing (${(taken.ms / 1000).toFixed(1)} s here), ${taken.megabytes.toFixed(0)} MB at most, ${taken.bytesPerValue?.toFixed(2)} bytes a value on disk\n`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
