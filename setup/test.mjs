// `npm test`: makes a fresh machine ready, then types, lint, unit tests, build and browser tests.
// Closes with one line that counts them all; exit 0 only when nothing failed.
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { checkNode, ensureBuild, ensureBundles, ensureChromium, ensureModules, root, run } from "./steps.mjs";

checkNode();
ensureModules();
ensureChromium();

const results = join(root, "test-results");
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const total = { passed: 0, failed: 0 };
const title = (text) => process.stdout.write(`\n== ${text}\n`);
const tool = (path, ...args) => run(process.execPath, [join(root, "node_modules", path), ...args]);

/** A step that either holds or doesn't. */
function check(name, status) {
  total[status === 0 ? "passed" : "failed"] += 1;
  if (status !== 0) process.stdout.write(`${name}: failed\n`);
}

/** Adds what a runner counted; a runner that died without a count is one failure. */
function count(name, status, read) {
  let counted = { passed: 0, failed: 0 };
  try {
    counted = read();
  } catch (error) {
    process.stdout.write(`${name}: no result (${error.message})\n`);
  }
  if (status !== 0 && counted.failed === 0) counted.failed = 1;
  total.passed += counted.passed;
  total.failed += counted.failed;
}

const readJson = (name) => JSON.parse(readFileSync(join(results, name), "utf8"));

title("types");
check("types", tool("typescript/bin/tsc", "--noEmit"));
title("lint and format");
check("lint", tool("@biomejs/biome/bin/biome", "check", "--error-on-warnings", "."));
title("borders");
check("borders", tool("dependency-cruiser/bin/dependency-cruise.mjs", "src", "bin", "bench", "setup", "e2e"));
await ensureBundles();
title("unit tests");
const unit = tool("vitest/vitest.mjs", "run", "--reporter=default", "--reporter=json", `--outputFile.json=${join(results, "unit.json")}`);
count("unit tests", unit, () => {
  const { numPassedTests, numFailedTests } = readJson("unit.json");
  return { passed: numPassedTests, failed: numFailedTests };
});
title("build");
await ensureBuild();
title("browser tests");
const browser = run(process.execPath, [join(root, "node_modules/@playwright/test/cli.js"), "test", "--reporter=list,json"], {
  env: {
    ...process.env,
    PLAYWRIGHT_JSON_OUTPUT_NAME: join(root, "test-results", "browser.json"),
    PLAYWRIGHT_JSON_OUTPUT_FILE: join(root, "test-results", "browser.json"),
  },
});
count("browser tests", browser, () => {
  const { stats } = readJson("browser.json");
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
});

process.stdout.write(`\n${total.passed} passed, ${total.failed} failed\n`);
process.exit(total.failed === 0 && total.passed > 2 ? 0 : 1);
