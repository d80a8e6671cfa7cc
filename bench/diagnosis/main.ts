// `npm run bench -- diagnosis [--cases FOLDER] [--pairs] [--laid-over]`: how well causes are told, on made-up sites or on those of a folder; every two on one site; or one more laid over each of a folder.
import { parseArgs } from "node:util";
import { benchDiagnosis, benchLaidOver, benchPairs } from "./benchDiagnosis";

const { cases, pairs, ...more } = parseArgs({
  args: process.argv.slice(3),
  options: { cases: { type: "string" }, pairs: { type: "boolean" }, "laid-over": { type: "boolean" } },
}).values;
if (pairs) benchPairs();
else if (more["laid-over"]) {
  if (!cases) throw new Error("--laid-over needs the sites that one more cause is laid over: --cases FOLDER");
  benchLaidOver(cases);
} else benchDiagnosis(cases);
