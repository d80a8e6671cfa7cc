import { writeSeriesCsv } from "@/core/formats/seriesCsv";
import { NO_FAULTS, readFaultsFile } from "@/core/simulator/faultsFile";
import { simulateSite } from "@/core/simulator/simulateSite";
import type { CommandEntry } from "../command";
import { readSeries, readSite, readText, sourceName, writeLines } from "../files";
import { numberOption, readOptions } from "../options";

/** `simulate`: what an array with faults would have reported, and what each fault really cost. */
export const simulateCommand: CommandEntry = {
  name: "simulate",
  does: "a production CSV of the site with faults; on standard error the truth of each as JSON",
  options: [
    { name: "site", value: "FILE", is: "site file" },
    { name: "weather", value: "FILE", is: "weather CSV" },
    { name: "faults", value: "FILE", is: "faults, irradant-faults/1; none where absent", optional: true },
    { name: "seed", value: "N", is: "whole number; the same one gives the same file (1)", optional: true },
  ],
  example: "irradant simulate --site roof.site.json --weather weather.csv --faults faults.json --seed 7 > production.csv",
  run: simulateFiles,
};

const MOST_SEED = 2_147_483_647;

async function simulateFiles(args: string[]): Promise<void> {
  const options = readOptions(args, ["site", "weather", "faults", "seed"], ["site", "weather"]);
  const seed = Math.floor(numberOption("seed", options.seed ?? "1", 0, MOST_SEED));
  const site = await readSite(options.site as string);
  const weather = await readSeries(options.weather as string, "weather");
  const faults = options.faults ? readFaultsFile(await readText(options.faults), sourceName(options.faults), site) : NO_FAULTS;
  const { production, truth, trueKwh, healthyKwh } = simulateSite(site, weather, faults, seed);
  await writeLines(writeSeriesCsv(production));
  process.stderr.write(`${JSON.stringify({ format: "irradant-truth/1", site: site.id, seed, trueKwh, healthyKwh, faults: truth })}\n`);
}
