import type { SeriesKind } from "@/core/formats/seriesColumns";
import { normalise } from "@/core/intake/normalise";
import { readExport } from "@/core/intake/readExport";
import { writeNormalised } from "@/core/intake/writeNormalised";
import type { CommandEntry } from "../command";
import { readSite, sourceName, writeLines } from "../files";
import { readOptions, UsageError } from "../options";

/** `normalise`: somebody's export as a series of ours, with what was made of it. */
export const normaliseCommand: CommandEntry = {
  name: "normalise",
  does: "somebody's export as a series CSV; on standard error, as JSON, the mapping, zone, unit, interval and every repair",
  options: [
    { name: "site", value: "FILE", is: "site file" },
    { name: "kind", value: "KIND", is: "production or weather; left out, production where there is any", optional: true },
  ],
  input: "the export: CSV in any usual shape, or .xlsx",
  example: "irradant normalise --site roof.site.json < portal-export.csv > production.csv",
  run: async (args) => {
    const { site: sitePath, kind } = readOptions(args, ["site", "kind"], ["site"]);
    if (kind !== undefined && kind !== "production" && kind !== "weather")
      throw new UsageError(`--kind: found ${JSON.stringify(kind)}, expected production or weather`);
    const site = await readSite(sitePath as string);
    const table = await readExport(process.stdin, sourceName("-"), Date.now());
    const { applied, said } = normalise(table, site, kind as SeriesKind | undefined);
    await writeLines(writeNormalised(applied));
    process.stderr.write(`${JSON.stringify(said)}\n`);
  },
};
