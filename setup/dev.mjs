// `npm run dev`: the application with reload on change, on the data folder as it is. Workers and commands are bundled again
// whenever what they are made from changes.
import { spawn } from "node:child_process";
import { checkNode, ensureBundles, ensureModules, root, say, serverCommand } from "./steps.mjs";

checkNode();
ensureModules();
await ensureBundles();

/** Looked at by content, since watchers of folders lose files that an editor or git replaces; a look takes some 20 ms. */
const LOOK_MS = 1500;
let looking = false;
setInterval(async () => {
  if (looking) return;
  looking = true;
  await ensureBundles().catch((error) => say(`not bundled: ${error.message.split("\n")[0]}`));
  looking = false;
}, LOOK_MS);

const command = serverCommand(process.env.HOST ?? "127.0.0.1", process.env.PORT ?? "3000", process.env);
const server = spawn(process.execPath, [...command.args, "--dev"], {
  cwd: root,
  env: { ...command.env, NODE_ENV: "development", NEXT_TELEMETRY_DISABLED: "1" },
  stdio: "inherit",
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => process.exit(code ?? 0));
