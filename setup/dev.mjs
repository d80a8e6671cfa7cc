// `npm run dev`: the application with reload on change, on the data folder as it is.
import { checkNode, ensureBundles, ensureModules, run } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBundles();
run(process.execPath, ["node_modules/next/dist/bin/next", "dev", "-H", process.env.HOST ?? "127.0.0.1", "-p", process.env.PORT ?? "3000"]);
