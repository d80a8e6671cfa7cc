// `npm run dev`: the application with reload on change, on the data folder as it is. Workers and commands are bundled again
// whenever what they are made from changes.
import { spawn } from "node:child_process";
import { watch } from "node:fs";
import { join } from "node:path";
import { checkNode, ensureBundles, ensureModules, root, say, serverCommand } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBundles();

let pending = null;
const rebundle = () => {
  clearTimeout(pending);
  pending = setTimeout(() => ensureBundles().catch((error) => say(`not bundled: ${error.message.split("\n")[0]}`)), 200);
};
for (const folder of ["src/core", "src/db", "src/server", "bin"]) watch(join(root, folder), { recursive: true }, rebundle);

const command = serverCommand(process.env.HOST ?? "127.0.0.1", process.env.PORT ?? "3000", process.env);
const server = spawn(process.execPath, [...command.args, "--dev"], {
  cwd: root,
  env: { ...command.env, NODE_ENV: "development" },
  stdio: "inherit",
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
