// Bundles the service worker into dist/, with a list of the files of the web application's build: it keeps them on the device.
import { createHash } from "node:crypto";
import { join } from "node:path";
import { getManifest } from "@serwist/build";
import * as esbuild from "esbuild";
import { root } from "./steps.mjs";

export async function bundleServiceWorker() {
  const { manifestEntries, warnings } = await getManifest({
    globDirectory: join(root, ".next", "static"),
    globPatterns: ["**/*.{js,css,woff2,svg}"],
    modifyURLPrefix: { "": "/_next/static/" },
    maximumFileSizeToCacheInBytes: 5_000_000,
  });
  if (warnings.length > 0) throw new Error(warnings.join("\n"));
  const shell = JSON.stringify(manifestEntries);
  await esbuild.build({
    absWorkingDir: root,
    entryPoints: ["src/field/pages/serviceWorker.ts"],
    outfile: "dist/service-worker.js",
    bundle: true,
    format: "iife",
    target: "es2022",
    minify: true,
    define: {
      __SHELL__: shell,
      __BUILD__: JSON.stringify(createHash("sha256").update(shell).digest("hex").slice(0, 16)),
      "process.env.NODE_ENV": '"production"',
    },
    logLevel: "warning",
  });
}
