// `npm run bench`: prints figures as ratios to a bare loop of the sun's position in the same run.
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { checkNode, ensureBundles, ensureModules, root } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBundles();
await import(pathToFileURL(join(root, "dist", "bench.mjs")).href);
