// Bundled into dist/serve.mjs: serves the built application. HOST, PORT and IRRADANT_DATA as in the README; `--dev` for the
// development server with reload.
import { readFile } from "node:fs/promises";
import { join } from "node:path";
import next from "next";
import { dataVersion } from "@/db/dataVersion";
import { database } from "@/server/database";
import { createFront } from "./front";

const developing = process.argv.includes("--dev");
const host = process.env.HOST ?? "127.0.0.1";
const port = Number(process.env.PORT ?? 3000);

const app = next({ dev: developing, dir: process.cwd(), hostname: host, port, turbopack: true });
await app.prepare();
const handle = app.getRequestHandler();

/** The data's number, or null while the database can't be asked: pages then tell what is wrong, and are kept nowhere. */
async function dataMark(): Promise<string | null> {
  return database()
    .then(async (sequelize) => `${openings(sequelize)}/${await dataVersion(sequelize)}`)
    .catch(() => null);
}

/** Numbers of two connections mean nothing to each other: each opening of the database begins its own count. */
let opened = { sequelize: null as unknown, count: 0 };
function openings(sequelize: unknown): number {
  if (opened.sequelize !== sequelize) opened = { sequelize, count: opened.count + 1 };
  return opened.count;
}

/** The development server's files have no lasting names: nothing is kept of them. */
const serviceWorker = async () => (developing ? null : readFile(join(process.cwd(), "dist", "service-worker.js")).catch(() => null));

const server = createFront({
  handle: (request, response) => handle(request, response),
  dataMark,
  serviceWorker,
  env: process.env,
  developing,
});
if (developing) server.on("upgrade", app.getUpgradeHandler());
server.on("error", (error: NodeJS.ErrnoException) => {
  process.stderr.write(`irradant: can't listen on ${host}:${port}: ${error.code ?? error.message}\n`);
  process.exit(1);
});
server.listen(port, host, () => process.stdout.write(`ready on ${host}:${port}\n`));

for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    // What is under way gets a moment to end.
    setTimeout(() => process.exit(0), 3000).unref();
  });
}
