import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { readSeriesCsv } from "@/core/formats/seriesCsv";
import { readSiteFile } from "@/core/formats/siteFile";
import type { SuiteCase } from "./suite";

/** Sites whose truth is known, from a folder with one folder each: `site.json`, `weather.csv`, `production.csv`, `truth.json`. */
export function* readCases(folder: string): Generator<SuiteCase> {
  for (const id of readdirSync(folder).sort()) {
    const text = (name: string) => readFileSync(join(folder, id, name), "utf8");
    const { healthy, causes } = JSON.parse(text("truth.json")) as Pick<SuiteCase, "healthy" | "causes">;
    const site = readSiteFile(text("site.json"), `${id}/site.json`);
    const weather = readSeriesCsv(text("weather.csv"), "weather", `${id}/weather.csv`);
    const production = readSeriesCsv(text("production.csv"), "production", `${id}/production.csv`);
    yield { id, site, weather, production, healthy, causes };
  }
}
