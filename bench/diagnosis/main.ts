// `npm run bench -- diagnosis [--cases FOLDER]`: how well causes are told, on made-up sites or on those of a folder.
import { parseArgs } from "node:util";
import { benchDiagnosis } from "./benchDiagnosis";

benchDiagnosis(parseArgs({ args: process.argv.slice(3), options: { cases: { type: "string" } } }).values.cases);
