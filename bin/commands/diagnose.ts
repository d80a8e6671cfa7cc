import { diagnose } from "@/core/diagnosis/diagnose";
import { readEvidenceFile } from "@/core/evidence/readEvidence";
import { weighEvidence } from "@/core/evidence/weighEvidence";
import type { CommandEntry } from "../command";
import { readSeries, readSite, readText, sourceName, writeLines } from "../files";
import { readOptions } from "../options";

/** `diagnose`: what a site lost, to which causes, as `irradant-diagnosis/1`. */
export const diagnoseCommand: CommandEntry = {
  name: "diagnose",
  does: "what a site lost and to which causes, as irradant-diagnosis/1",
  options: [
    { name: "site", value: "FILE", is: "site file" },
    { name: "weather", value: "FILE", is: "weather CSV" },
    { name: "production", value: "FILE", is: "production CSV" },
    { name: "evidence", value: "FILE", is: "what was found and measured on site, irradant-evidence/1", optional: true },
  ],
  example: "irradant diagnose --site roof.site.json --weather weather.csv --production production.csv",
  run: diagnoseFiles,
};

async function diagnoseFiles(args: string[]): Promise<void> {
  const options = readOptions(args, ["site", "weather", "production", "evidence"], ["site", "weather", "production"]);
  const site = await readSite(options.site as string);
  const { evidence: path } = options;
  const evidence = path ? readEvidenceFile(await readText(path), sourceName(path), site) : null;
  const weather = await readSeries(options.weather as string, "weather");
  const production = await readSeries(options.production as string, "production");
  const { diagnosis } = diagnose(site, weather, production, {
    production: sourceName(options.production as string),
    weather: sourceName(options.weather as string),
  });
  await writeLines([`${JSON.stringify(evidence ? weighEvidence(site, diagnosis, evidence) : diagnosis, null, 2)}\n`]);
}
