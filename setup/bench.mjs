// `npm run bench`: prints figures as ratios, to a bare loop of the sun's position or an empty route of the server, in the same run.
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { checkNode, ensureBuild, ensureModules, root } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBuild();
await import(pathToFileURL(join(root, "dist", "bench.mjs")).href);
