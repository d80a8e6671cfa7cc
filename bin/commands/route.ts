import { diagnosisSchema } from "@/core/formats/diagnosisFile";
import { readJsonFile } from "@/core/formats/jsonText";
import { readCatalogueFile } from "@/core/inspection/catalogueFile";
import { type CaseMatter, diagnosedCauses } from "@/core/inspection/matter";
import { routeFor } from "@/core/inspection/route";
import type { CommandEntry } from "../command";
import { readSite, readText, sourceName, writeLines } from "../files";
import { readOptions } from "../options";

/** `route`: the walk for a site, in the order of the body's way, as `irradant-route/1`. */
export const routeCommand: CommandEntry = {
  name: "route",
  does: "the walk for a site, in order, as irradant-route/1",
  options: [
    { name: "site", value: "FILE", is: "site file" },
    { name: "catalogue", value: "FILE", is: "a firm's own catalogue, irradant-catalogue/1", optional: true },
    { name: "complaint", value: "TEXT", is: "in the owner's words: what it is about comes first at each stop", optional: true },
    { name: "diagnosis", value: "FILE", is: "irradant-diagnosis/1: what it holds for likely comes first at each stop", optional: true },
  ],
  example: "irradant route --site roof.site.json",
  run: async (args) => {
    const { site, catalogue: path, complaint, diagnosis } = readOptions(args, ["site", "catalogue", "complaint", "diagnosis"], ["site"]);
    const catalogue = path ? readCatalogueFile(await readText(path), sourceName(path)) : undefined;
    const matter = { complaint: complaint ?? "", causes: await causesIn(diagnosis) };
    const route = routeFor(await readSite(site as string), { catalogue, matter, nowMs: Date.now() });
    await writeLines([`${JSON.stringify(route, null, 2)}\n`]);
  },
};

async function causesIn(path: string | undefined): Promise<CaseMatter["causes"]> {
  if (!path) return [];
  return diagnosedCauses(readJsonFile(diagnosisSchema, await readText(path), sourceName(path), "irradant-diagnosis/1"));
}
