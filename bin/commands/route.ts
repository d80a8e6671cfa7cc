import { readCatalogueFile } from "@/core/inspection/catalogueFile";
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
  ],
  example: "irradant route --site roof.site.json",
  run: async (args) => {
    const { site, catalogue: path } = readOptions(args, ["site", "catalogue"], ["site"]);
    const catalogue = path ? readCatalogueFile(await readText(path), sourceName(path)) : undefined;
    const route = routeFor(await readSite(site as string), { catalogue, nowMs: Date.now() });
    await writeLines([`${JSON.stringify(route, null, 2)}\n`]);
  },
};
