// `npm run bench`: prints figures as ratios, to a bare loop of the sun's position or an empty route of the server, in the same run, and
// how well causes are told. `npm run bench -- diagnosis [--cases FOLDER]` prints the last alone, of sites in a folder too.
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { checkNode, ensureBuild, ensureModules, root } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBuild();
const program = process.argv[2] === "diagnosis" ? "benchDiagnosis.mjs" : "bench.mjs";
await import(pathToFileURL(join(root, "dist", program)).href);
