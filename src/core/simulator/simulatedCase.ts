import { DAY_MS } from "../constants";
import type { Series } from "../series/grid";
import type { SiteFile } from "../site/siteSchema";
import { exampleSite } from "./exampleSite";
import { readFaultsFile } from "./faultsFile";
import { type FaultTruth, simulateSite } from "./simulateSite";
import { makeWeather } from "./weatherMaker";

/** A made-up case for tests: the example site in made-up weather, unless something else is said. */
export interface CaseOptions {
  site?: SiteFile;
  faults?: object[];
  /** Channels that monitoring tells. */
  told?: RegExp;
  days?: number;
  /** First day, as `2025-03-01`. */
  from?: string;
  stepMs?: number;
  seed?: number;
  noisePct?: number;
  /** What the station tells, where that isn't the weather itself. */
  station?: (weather: Series) => Series;
}

/** The files of a case, and what is true. */
export interface SimulatedCase {
  site: SiteFile;
  weather: Series;
  production: Series;
  truth: FaultTruth[];
}

export function simulatedCase(options: CaseOptions): SimulatedCase {
  const { site = exampleSite(), faults = [], told = /\.ac_w$/, days = 120, from = "2025-04-01", stepMs = 900_000 } = options;
  const { seed = 4, noisePct = 1.5, station } = options;
  const grid = { startMs: Date.parse(`${from}T00:00:00Z`), stepMs, count: (days * DAY_MS) / stepMs };
  const weather = makeWeather(grid, site.location, seed);
  const file = readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct, faults }), "case", site);
  const { production, truth } = simulateSite(site, weather, file, seed);
  const channels = new Map([...production.channels].filter(([name]) => told.test(name)));
  return { site, weather: station ? station(weather) : weather, production: { grid, channels }, truth };
}
