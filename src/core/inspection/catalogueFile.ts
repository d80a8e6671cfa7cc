import { z } from "zod";
import { readJsonFile } from "../formats/jsonText";
import { CATALOGUE, type Catalogue, type OwnCatalogue } from "./catalogue";
import { pointSchema, STATIONS, type Station } from "./point";

const SHIPPED = new Map([...CATALOGUE.values()].flat().map((point) => [point.id, point]));

/**
 * A walk's catalogue as a file, `irradant-catalogue/1`: stations in the order of the body's way, points in the order in which they are looked at. A firm
 * may add, change, leave out and reorder points; the grades of a point that Irradant ships keep their ids, as findings refer to them.
 */
export const catalogueSchema = z
  .looseObject({
    format: z.literal("irradant-catalogue/1"),
    stations: z.array(z.strictObject({ station: z.enum(STATIONS), points: z.array(pointSchema).max(200) })).max(STATIONS.length),
  })
  .superRefine(({ stations }, context) => {
    const say = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path: ["stations", ...path], message });
    const known = new Set<string>();
    const there = new Set<Station>();
    for (const [k, { station, points }] of stations.entries()) {
      if (there.has(station)) say([k, "station"], "each station once");
      there.add(station);
      for (const [n, { id, grades }] of points.entries()) {
        if (known.has(id)) say([k, "points", n, "id"], "each id once in the catalogue");
        known.add(id);
        const missing = SHIPPED.get(id)?.grades.filter((grade) => !grades.some((one) => one.id === grade.id)) ?? [];
        if (missing.length > 0)
          say([k, "points", n, "grades"], `also ${missing.map((grade) => `"${grade.id}"`).join(", ")}: findings refer to them`);
      }
    }
  });

/** Reads a catalogue. @param file its name, for errors @throws FormatError naming every key at fault */
export function readCatalogueFile(text: string, file: string): Catalogue {
  const { stations } = readJsonFile(catalogueSchema, text, file, "irradant-catalogue/1");
  const points = new Map(stations.map((one) => [one.station, one.points]));
  return new Map(STATIONS.map((station) => [station, points.get(station) ?? []]));
}

/** Writes a catalogue as its file. */
export function writeCatalogueFile(catalogue: Catalogue): string {
  const stations = STATIONS.map((station) => ({ station, points: catalogue.get(station) ?? [] }));
  return `${JSON.stringify({ format: "irradant-catalogue/1", stations }, null, 2)}\n`;
}

/**
 * A firm's own catalogue out of all that it ever kept.
 * @param texts files, the earliest first; the last is in force, an empty one says that the shipped one is
 * @returns null where the shipped one is in force and none was ever kept
 * @throws FormatError where the last one can't be read; earlier ones that can't be are passed over
 */
export function ownCatalogue(texts: readonly string[]): OwnCatalogue | null {
  if (texts.every((text) => text === "")) return null;
  const last = texts[texts.length - 1];
  const before = texts.slice(0, -1).flatMap((text) => {
    try {
      return text === "" ? [] : [...readCatalogueFile(text, "an earlier catalogue").values()].flat();
    } catch {
      return [];
    }
  });
  const catalogue = last === "" ? CATALOGUE : readCatalogueFile(last, "the firm's catalogue");
  const present = new Set([...catalogue.values()].flat().map(({ id }) => id));
  return { catalogue, before: before.filter(({ id }) => !present.has(id)) };
}
