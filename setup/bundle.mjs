// Bundles the TypeScript that runs outside the web application into dist/: the headless command, the
// server's worker threads, the loader of the demo data and the bench.
import { existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import * as esbuild from "esbuild";
import { codeVersion, root } from "./steps.mjs";

const ENTRIES = {
  irradant: "bin/main.ts",
  docs: "bin/docs.ts",
  worker: "src/server/work/worker.ts",
  serve: "src/front/serve.ts",
  picture: "src/server/findings/pictureProcess.ts",
  loadDemo: "src/server/demo/loadDemo.ts",
  bench: "bench/main.ts",
  benchImport: "bench/importing.ts",
  benchDiagnosis: "bench/diagnosis/main.ts",
};

export async function bundle() {
  const target = join(root, "dist");
  // Built aside and moved, so that a command started meanwhile never reads half a file.
  const aside = join(root, `dist-${process.pid}`);
  mkdirSync(aside, { recursive: true });
  const entryPoints = Object.fromEntries(Object.entries(ENTRIES).filter(([, file]) => existsSync(join(root, file))));
  await esbuild.build({
    absWorkingDir: root,
    entryPoints,
    outdir: aside,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
    sourcemap: "linked",
    logLevel: "warning",
  });
  mkdirSync(target, { recursive: true });
  for (const name of Object.keys(entryPoints)) {
    renameSync(join(aside, `${name}.mjs.map`), join(target, `${name}.mjs.map`));
    renameSync(join(aside, `${name}.mjs`), join(target, `${name}.mjs`));
  }
  rmSync(aside, { recursive: true });
  writeFileSync(join(target, "code-version.json"), `${JSON.stringify({ version: codeVersion() })}\n`);
}
