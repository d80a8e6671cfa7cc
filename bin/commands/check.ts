import { checkSite } from "@/core/design/checkSite";
import type { CommandEntry } from "../command";
import { readSite, writeLines } from "../files";
import { readOptions } from "../options";

/** `check`: a site's design limits with their numbers, as `irradant-check/1`. */
export const checkCommand: CommandEntry = {
  name: "check",
  does: "every design limit of a site with its numbers, held or not, as irradant-check/1",
  options: [{ name: "site", value: "FILE", is: "site file" }],
  example: "irradant check --site roof.site.json",
  run: async (args) => {
    const { site } = readOptions(args, ["site"]);
    await writeLines([`${JSON.stringify(checkSite(await readSite(site as string)), null, 2)}\n`]);
  },
};
