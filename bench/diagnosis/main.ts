// `npm run bench -- diagnosis [--cases FOLDER] [--pairs]`: how well causes are told, on made-up sites or on those of a folder; or every two on one site.
import { parseArgs } from "node:util";
import { benchDiagnosis, benchPairs } from "./benchDiagnosis";

const { cases, pairs } = parseArgs({
  args: process.argv.slice(3),
  options: { cases: { type: "string" }, pairs: { type: "boolean" } },
}).values;
if (pairs) benchPairs();
else benchDiagnosis(cases);
