import { readFileSync, statSync } from "node:fs";
import { join } from "node:path";

const FILE = join(/* turbopackIgnore: true */ process.cwd(), "dist", "code-version.json");

let known: { changedMs: number; version: string } | undefined;

/**
 * Fingerprint of the code that the workers run, made when they are bundled: an analysis by other code is made anew. Read
 * again when the bundle has changed, as it does while developing.
 */
export function codeVersion(): string {
  const changedMs = statSync(/* turbopackIgnore: true */ FILE).mtimeMs;
  if (known?.changedMs !== changedMs) {
    const { version } = JSON.parse(readFileSync(/* turbopackIgnore: true */ FILE, "utf8")) as { version: string };
    known = { changedMs, version };
  }
  return known.version;
}
