// `npm run demo`: makes a fresh machine ready, loads the demo data and serves the application.
import { spawn } from "node:child_process";
import { accessSync, constants, existsSync, mkdirSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, resolve } from "node:path";
import { checkNode, ensureBuild, ensureModules, root, run, serverArguments, stop } from "./steps.mjs";

const port = Number(process.env.PORT ?? 3000);
const host = process.env.HOST ?? "127.0.0.1";
const folder = resolve(root, process.env.IRRADANT_DATA ?? "data");

checkNode();
if (!Number.isInteger(port) || port < 0 || port > 65535) stop(`PORT is ${process.env.PORT}: a number from 0 to 65535 is needed.`);
await checkPort();
checkFolder();
ensureModules();
await ensureBuild();
const env = { ...process.env, IRRADANT_DATA: folder, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" };
if (run(process.execPath, ["dist/loadDemo.mjs"], { env, stdio: ["ignore", 2, 2] }) !== 0)
  stop("the demo data could not be loaded; see the lines above.");
serve();

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
  const server = spawn(process.execPath, serverArguments(host, port), { cwd: root, env, stdio: ["ignore", "pipe", 2] });
  let told = false;
  server.stdout.on("data", (chunk) => {
    if (told || !/ready/i.test(String(chunk))) return;
    told = true;
    process.stdout.write(`Irradant is running at http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}\n`);
  });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
  server.on("exit", (code) => process.exit(code ?? 0));
}
