// Serves the built application with fresh demo data on a free port, for the browser tests and the pictures.
import { spawn, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, renameSync, rmSync, statSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { root, serverCommand } from "./steps.mjs";

function freePort() {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

const ready = join(root, "dist/demo-data");
const loader = join(root, "dist/loadDemo.mjs");

const isReady = () => existsSync(ready) && statSync(ready).mtimeMs > statSync(loader).mtimeMs;

/** The demonstration's data, loaded once for all who serve them: made anew when what loads them is newer. */
export function demoData() {
  if (isReady()) return ready;
  const fresh = mkdtempSync(join(root, "dist/demo-data-"));
  const env = { ...process.env, IRRADANT_DATA: fresh, NODE_ENV: "production" };
  const loaded = spawnSync(process.execPath, [loader], { cwd: root, env, stdio: ["ignore", "ignore", "pipe"] });
  if (loaded.status !== 0) throw new Error(`the demo data could not be loaded: ${loaded.stderr}`);
  // Another one may have been as quick: its data are the same, and somebody may be copying them.
  if (isReady()) rmSync(fresh, { recursive: true, force: true });
  else {
    rmSync(ready, { recursive: true, force: true });
    renameSync(fresh, ready);
  }
  return ready;
}

/** A running demonstration: its address and data folder, and ways to kill, start again and end it. */
export async function serveDemo() {
  const folder = mkdtempSync(join(tmpdir(), "irradant-demo-"));
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const env = { ...process.env, IRRADANT_DATA: folder, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" };
  cpSync(demoData(), folder, { recursive: true });
  let server = null;

  async function start({ healthy = true } = {}) {
    const command = serverCommand("127.0.0.1", port, env);
    server = spawn(process.execPath, command.args, {
      cwd: root,
      env: command.env,
      stdio: ["ignore", "ignore", "inherit"],
    });
    for (let k = 0; k < 600; k++) {
      if (
        await fetch(address)
          .then((answer) => answer.ok || !healthy)
          .catch(() => false)
      )
        return;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    throw new Error("the server does not answer");
  }

  /** Ends the server without a chance to tidy up. */
  async function kill() {
    if (!server || server.exitCode !== null) return;
    const gone = new Promise((resolve) => server.once("exit", resolve));
    server.kill("SIGKILL");
    await gone;
  }

  async function close() {
    await kill();
    rmSync(folder, { recursive: true, force: true });
  }

  await start();
  return { address, folder, start, kill, close };
}
