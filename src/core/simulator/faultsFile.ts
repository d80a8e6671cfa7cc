import { z } from "zod";
import { CAUSE_IDS } from "../causes/causes";
import { engineOf } from "../causes/engines";
import { shown } from "../errors/errors";
import { FaultList } from "../errors/formatError";
import { instantSchema, readInstant } from "../formats/instant";
import { readJsonFile } from "../formats/jsonText";
import { placeOf } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";

/** Simulated faults, `irradant-faults/1`: which, where and when; each with the parameters of its kind beside them. */
export const faultsFileSchema = z.looseObject({
  format: z.literal("irradant-faults/1"),
  /** Spread of the output from interval to interval, %. */
  noisePct: z.number().min(0).max(50).default(1),
  faults: z
    .array(
      z.looseObject({
        cause: z.enum(CAUSE_IDS),
        scope: z.string().max(200),
        /** Null: since before the series; until after it. */
        from: instantSchema.nullable().default(null),
        to: instantSchema.nullable().default(null),
      }),
    )
    .max(100)
    .default([]),
});

export type FaultsFile = z.infer<typeof faultsFileSchema>;
export type FaultEntry = FaultsFile["faults"][number];

/** No fault, and the usual noise. */
export const NO_FAULTS: FaultsFile = { format: "irradant-faults/1", noisePct: 1, faults: [] };

/**
 * Reads a faults file and holds it against its site.
 * @param file its name, for errors
 * @throws FormatError naming every key at fault
 */
export function readFaultsFile(text: string, file: string, site: SiteFile): FaultsFile {
  const read = readJsonFile(faultsFileSchema, text, file, "irradant-faults/1");
  const faults = new FaultList(file);
  for (const [k, entry] of read.faults.entries()) checkEntry(entry, `faults.${k}`, site, faults);
  faults.throwIfAny();
  return read;
}

function checkEntry(entry: FaultEntry, key: string, site: SiteFile, faults: FaultList): void {
  const kind = engineOf(entry.cause).fault;
  const place = placeOf(site, entry.scope);
  if (!place || !kind.scopes.includes(place.kind)) {
    const has = kind.scopes.map((scope) => (scope === "site" ? '"site"' : `a ${scope} of the site`)).join(" or ");
    faults.add({ key: `${key}.scope`, found: shown(entry.scope), expected: `${has} for ${entry.cause}` });
  }
  if (entry.from !== null && entry.to !== null && (readInstant(entry.to) as number) <= (readInstant(entry.from) as number))
    faults.add({ key: `${key}.to`, found: shown(entry.to), expected: `an instant after from (${entry.from})` });
  const parameters = kind.parameters.safeParse(entry);
  if (parameters.success) checkPointers(entry, key, site, faults);
  else
    for (const issue of parameters.error.issues) {
      const at = issue.path.map(String).join(".");
      faults.add({
        key: `${key}.${at}`,
        found: shown((entry as Record<string, unknown>)[at]),
        expected: `${issue.message} (for ${entry.cause})`,
      });
    }
}

/** A second plane has to be one of the site's. */
function checkPointers(entry: FaultEntry, key: string, site: SiteFile, faults: FaultList): void {
  if (entry.cause !== "orientation-mismatch") return;
  if (!site.planes.some(({ id }) => id === entry.plane)) {
    const ids = site.planes.map(({ id }) => id).join(", ");
    faults.add({ key: `${key}.plane`, found: shown(entry.plane), expected: `a plane of the site (${ids})` });
  }
}
