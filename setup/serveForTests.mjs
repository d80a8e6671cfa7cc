// Serves the built application with fresh demo data on a free port, for the browser tests and the pictures.
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { root } from "./steps.mjs";

export function freePort() {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** @returns address and a function that ends the server and removes its data */
export async function serveDemo() {
  const folder = mkdtempSync(join(tmpdir(), "irradant-demo-"));
  const port = await freePort();
  const env = { ...process.env, IRRADANT_DATA: folder, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" };
  const loaded = spawnSync(process.execPath, ["dist/loadDemo.mjs"], { cwd: root, env, stdio: ["ignore", "ignore", "inherit"] });
  if (loaded.status !== 0) throw new Error("the demo data could not be loaded");
  const next = join(root, "node_modules/next/dist/bin/next");
  const server = spawn(process.execPath, [next, "start", "-H", "127.0.0.1", "-p", String(port)], {
    cwd: root,
    env,
    stdio: ["ignore", "ignore", "inherit"],
  });
  const address = `http://127.0.0.1:${port}`;
  for (let k = 0; ; k++) {
    if (
      await fetch(address)
        .then((answer) => answer.ok)
        .catch(() => false)
    )
      break;
    if (k > 150) throw new Error("the server does not answer");
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return {
    address,
    folder,
    async close() {
      server.kill("SIGKILL");
      await new Promise((resolve) => server.once("exit", resolve));
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
