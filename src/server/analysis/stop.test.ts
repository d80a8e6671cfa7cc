import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { exampleSite } from "@/core/simulator/exampleSite";
import { simulateProduction } from "@/core/simulator/production";
import { makeWeather } from "@/core/simulator/weatherMaker";
import { packDays } from "@/db/packedDays";
import { storeImport } from "@/db/seriesStore";
import { BUILT_IN_ACTOR as ME } from "../actor";
import { closeDatabase, database } from "../database";
import { saveSite } from "../sites/saveSite";
import { closePool } from "../work/pool";
import { analysisOf, freshAnalysisOf, resumeAnalysis, stopAnalysis } from "./analysis";

const folder = mkdtempSync(join(tmpdir(), "irradant-stop-"));
const site = exampleSite();
const GRID = { startMs: Date.parse("2026-03-01T00:00:00Z"), stepMs: 900_000, count: 96 * 90 };

beforeAll(async () => {
  process.env.IRRADANT_DATA = folder;
  await saveSite(ME, site, "As built");
  const sequelize = await database();
  const weather = makeWeather(GRID, site.location, 8);
  const { production } = simulateProduction(site, weather, { seed: 8, snow: false, faults: [] });
  for (const [kind, { grid, channels }] of [["weather", weather] as const, ["production", production] as const]) {
    const packed = [...channels].map(([name, values]) => ({ name, days: packDays(values, grid, name) }));
    const about = { id: kind, siteId: site.id, kind, fileName: kind, rows: grid.count, grid, actorId: ME.id };
    await storeImport(sequelize, { ...about, channels: packed });
  }
});
afterAll(async () => {
  await closePool();
  await closeDatabase();
  rmSync(folder, { recursive: true });
});

const settled = () => new Promise((resolve) => setTimeout(resolve, 300));

it("stops what is being worked out, and doesn't begin it again before it is asked for", async () => {
  expect(await analysisOf(ME, site.id)).toMatchObject({ current: false, stopped: false });
  await stopAnalysis(ME, site.id);
  await settled();
  expect(await analysisOf(ME, site.id)).toMatchObject({ current: false, stopped: true, progress: null, failure: null, madeAt: null });
  await settled();
  expect(await analysisOf(ME, site.id)).toMatchObject({ current: false, stopped: true, madeAt: null });
  await resumeAnalysis(ME, site.id);
  expect(await freshAnalysisOf(ME, site.id)).toMatchObject({ current: true, stopped: false });
});

it("begins anew by itself once the data are others than those that were stopped", async () => {
  await saveSite(ME, { ...site, albedo: 0.3 }, "Gravel", "new-version");
  await stopAnalysis(ME, site.id);
  expect(await analysisOf(ME, site.id)).toMatchObject({ current: false, stopped: true });
  await saveSite(ME, { ...site, albedo: 0.35 }, "More gravel", "new-version");
  await analysisOf(ME, site.id);
  await settled();
  for (let look = await analysisOf(ME, site.id); !look.current; look = await analysisOf(ME, site.id)) expect(look.stopped).toBe(false);
});

it("can be made for whoever asks for it though it was stopped for the rest", async () => {
  await saveSite(ME, { ...site, albedo: 0.4 }, "Snow fence", "new-version");
  await stopAnalysis(ME, site.id);
  expect((await freshAnalysisOf(ME, site.id)).current).toBe(true);
  await expect(stopAnalysis(ME, "nowhere")).rejects.toThrow("nowhere");
});
