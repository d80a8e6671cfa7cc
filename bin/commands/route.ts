import { routeFor } from "@/core/inspection/route";
import type { CommandEntry } from "../command";
import { readSite, writeLines } from "../files";
import { readOptions } from "../options";

/** `route`: the walk for a site, in the order of the body's way, as `irradant-route/1`. */
export const routeCommand: CommandEntry = {
  name: "route",
  does: "the walk for a site, in order, as irradant-route/1",
  options: [{ name: "site", value: "FILE", is: "site file" }],
  example: "irradant route --site roof.site.json",
  run: async (args) => {
    const { site } = readOptions(args, ["site"]);
    await writeLines([`${JSON.stringify(routeFor(await readSite(site as string)), null, 2)}\n`]);
  },
};
