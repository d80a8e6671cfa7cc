// `npm run demo`: makes a fresh machine ready, loads the demo data and serves the application.
import { spawn } from "node:child_process";
import { accessSync, constants, existsSync, mkdirSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, resolve } from "node:path";
import { parseArgs } from "node:util";
import { checkNode, ensureBuild, ensureModules, root, run, say, serverCommand, stop } from "./steps.mjs";

checkNode();
const options = readOptions();
const port = Number(options.port);
const host = options.host;
const folder = resolve(root, options.data);
const everywhere = ["0.0.0.0", "::"].includes(host);
if (!Number.isInteger(port) || port < 0 || port > 65535) stop(`PORT is ${options.port}: a number from 0 to 65535 is needed.`);
if (everywhere) {
  say(`HOST=${host} opens Irradant to everybody on this network: there are no accounts yet, so whoever reaches this machine`);
  say("can read and change everything. Names by which it is called from elsewhere are listed in IRRADANT_ORIGINS.");
}
await checkPort();
checkFolder();
ensureModules();
await ensureBuild();
const env = { ...process.env, IRRADANT_DATA: folder, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" };
if (run(process.execPath, ["dist/loadDemo.mjs"], { env, stdio: ["ignore", 2, 2] }) !== 0)
  stop("the demo data could not be loaded; see the lines above.");
serve();

/** `--port 3001` as well as PORT, and so for the others; the option counts. */
function readOptions() {
  const text = { type: "string" };
  try {
    const { values } = parseArgs({ options: { port: text, host: text, data: text } });
    return {
      port: values.port ?? process.env.PORT ?? "3000",
      host: values.host ?? process.env.HOST ?? "127.0.0.1",
      data: values.data ?? process.env.IRRADANT_DATA ?? "data",
    };
  } catch (error) {
    return stop(`${error.message.split(".")[0]}. Known are --port, --host and --data.`, 2);
  }
}

function checkPort() {
  return new Promise((done) => {
    const probe = createServer();
    probe.once("error", (error) =>
      stop(
        error.code === "EADDRINUSE"
          ? `Port ${port} on ${host} is taken. Set PORT to another one.`
          : `Can't listen on ${host}:${port}: ${error.code}.`,
      ),
    );
    probe.listen(port, host, () => probe.close(done));
  });
}

function checkFolder() {
  try {
    makeFolder(folder);
    accessSync(folder, constants.W_OK);
  } catch (error) {
    stop(`The data folder ${folder} can't be written (${error.code}). Set IRRADANT_DATA to another one.`);
  }
}

/** Step by step: Node's recursive mkdir never returns where the system refuses without saying so, as in /proc. */
function makeFolder(path) {
  if (existsSync(path)) return;
  makeFolder(dirname(path));
  mkdirSync(path);
}

function serve() {
  const command = serverCommand(host, port, env);
  const server = spawn(process.execPath, command.args, { cwd: root, env: command.env, stdio: ["ignore", "pipe", 2] });
  let told = false;
  server.stdout.on("data", (chunk) => {
    if (told || !/ready on/.test(String(chunk))) return;
    told = true;
    process.stdout.write(`Irradant is running at http://${everywhere ? "127.0.0.1" : host}:${port}\n`);
  });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
  server.on("exit", (code) => process.exit(code ?? 0));
}
