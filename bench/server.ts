import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import autocannon from "autocannon";
import { exampleSite } from "@/core/simulator/exampleSite";
import { simulateProduction } from "@/core/simulator/production";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";
import { BUILT_IN_ACTOR } from "@/server/actor";
import { freshAnalysisOf } from "@/server/analysis/analysis";
import { createCase } from "@/server/cases/createCase";
import { closeDatabase, database } from "@/server/database";
import { saveSite } from "@/server/sites/saveSite";
import { closePool } from "@/server/work/pool";

const SECONDS = 6;
const READERS = 50;
const SENDERS = 50;
const PORT = 39_417;
const ADDRESS = `http://127.0.0.1:${PORT}`;
const MONTH = { startMs: Date.parse("2026-03-01T00:00:00Z"), stepMs: 900_000, count: 96 * 31 };

/** What readers and senders get of a server with so many sites, as ratios to its own empty route and its own lone sender. */
export async function benchServer(): Promise<void> {
  for (const sites of [3, 100]) {
    const folder = mkdtempSync(join(tmpdir(), "irradant-bench-server-"));
    process.env.IRRADANT_DATA = folder;
    const caseId = await fill(sites);
    const server = await serve(folder);
    try {
      await measure(sites, server, caseId);
    } finally {
      server.kill("SIGKILL");
      rmSync(folder, { recursive: true, force: true });
    }
  }
}

/** Sites with a month of data, an analysis and an open case each. @returns the id of one of the cases */
async function fill(sites: number): Promise<string> {
  const sequelize = await database();
  let caseId = "";
  const site = exampleSite();
  const weather = makeWeather(MONTH, site.location, 1);
  const { production } = simulateProduction(site, weather, {
    seed: 1,
    faults: [{ kind: "string-open", string: "s2", fromMs: Date.parse("2026-03-14T00:00Z") }],
  });
  for (let k = 0; k < sites; k++) {
    const siteId = `site-${k}`;
    await saveSite(BUILT_IN_ACTOR, { ...site, id: siteId, name: `Site ${k}`, albedo: 0.2 + k / 1000 }, "bench");
    for (const [kind, { grid, channels }] of [["weather", weather] as const, ["production", production] as const]) {
      const packed = [...channels].map(([name, values]) => ({ name, days: packDays(values, grid, name) }));
      const about = { id: `${siteId}-${kind}`, siteId, kind, fileName: kind, rows: grid.count, grid, actorId: BUILT_IN_ACTOR.id };
      await storeImport(sequelize, { ...about, channels: packed });
    }
    caseId = await createCase(BUILT_IN_ACTOR, { siteId, kind: "complaint", title: "Half since March" });
    await freshAnalysisOf(BUILT_IN_ACTOR, siteId);
  }
  await closePool();
  await closeDatabase();
  return caseId;
}

async function serve(folder: string): Promise<ChildProcess> {
  const env = { ...process.env, IRRADANT_DATA: folder, PORT: String(PORT), HOST: "127.0.0.1", NODE_ENV: "production" };
  const server = spawn(process.execPath, ["dist/serve.mjs"], { env: env as NodeJS.ProcessEnv, stdio: ["ignore", "ignore", "inherit"] });
  for (let k = 0; k < 300; k++) {
    const answer = await fetch(`${ADDRESS}/api/alive`).catch(() => null);
    if (answer?.ok) return server;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("the server does not answer");
}

async function measure(sites: number, server: ChildProcess, caseId: string): Promise<void> {
  const say = (name: string, text: string) => process.stdout.write(`${name.padEnd(48)} ${text}\n`);
  process.stdout.write(`\nA server with ${sites} sites, ${READERS} readers or ${SENDERS} senders at once. Unit: its own empty route.\n`);
  await load("/");
  await load("/api/alive");
  const empty = await load("/api/alive");
  const before = memoryMb(server);
  for (const [name, path] of [
    ["Triage", "/"],
    ["a case at Diagnose", `/cases/${caseId}/diagnose`],
    ["a site", "/sites/site-1"],
  ]) {
    const { rate, failed, slowestMs } = await load(path);
    say(
      name,
      `${(rate / empty.rate).toFixed(2).padStart(8)} × the empty route   (${rate.toFixed(0)} a second, slowest ${slowestMs} ms, ${failed} failed)`,
    );
  }
  say("memory after against before", `${(memoryMb(server) / before).toFixed(2).padStart(8)} ×   (${memoryMb(server).toFixed(0)} MB)`);
  const lone = await send(caseId, 1);
  const crowd = await send(caseId, SENDERS);
  say(
    `${SENDERS} senders of findings`,
    `${(crowd.rate / lone.rate).toFixed(2).padStart(8)} × a lone one   (${crowd.rate.toFixed(0)} a second, ${crowd.failed} failed)`,
  );
}

interface Load {
  rate: number;
  failed: number;
  slowestMs: number;
}

async function load(path: string): Promise<Load> {
  return told(await autocannon({ url: ADDRESS + path, connections: READERS, duration: SECONDS }));
}

/** Each finding has an id of its own. */
async function send(caseId: string, connections: number): Promise<Load> {
  const made = { caseId, pointId: "panel-meters", device: "bench-device", madeMs: Date.parse("2026-04-01T10:00:00Z") };
  const finding = () => ({
    ...made,
    ...{ kind: "finding", id: crypto.randomUUID(), recordId: crypto.randomUUID(), fields: { gradeId: "watch" } },
  });
  return told(
    await autocannon({
      url: `${ADDRESS}/api/changes`,
      connections,
      duration: SECONDS,
      method: "POST",
      headers: { "content-type": "application/json" },
      setupClient: (client) => {
        const next = () => client.setBody(JSON.stringify(finding()));
        next();
        client.on("response", next);
      },
    }),
  );
}

function told(result: autocannon.Result): Load {
  return { rate: result.requests.average, failed: result.non2xx + result.errors + result.timeouts, slowestMs: result.latency.max };
}

/** Resident memory of the server, MB; 1 where the system doesn't tell. */
function memoryMb({ pid }: ChildProcess): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 1024) / 1024;
  } catch {
    return 1;
  }
}
