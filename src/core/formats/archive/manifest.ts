import { z } from "zod";
import { instantSchema } from "../instant";

/** Name of the one entry that the others are listed in. */
export const MANIFEST = "manifest.json";

/**
 * What an archive may hold, by path. Only names of this form are ever read: none can point out of a folder.
 * The public format's entries are `as-built/N.site.json`, the two series, `cases/ID.json`, `register.csv`, `photos/…` and `calibrations.json`; the others are
 * ours, so that nothing is lost, and an archive stands without them.
 */
export const ENTRY = {
  asBuilt: /^as-built\/(\d{1,6})\.site\.json$/,
  versions: /^as-built\/versions\.json$/,
  series: /^series\/(production|weather)\.csv$/,
  packed: /^series\/packed\/(\d{1,6})\.(json|bin)$/,
  imports: /^imports\/imports\.json$/,
  sources: /^imports\/sources\.json$/,
  original: /^imports\/originals\/([A-Za-z0-9-]{1,100}\.gz)$/,
  case: /^cases\/([A-Za-z0-9_-]{1,100})\.json$/,
  photo: /^photos\/([A-Za-z0-9_-]{1,100}(?:\.thumb)?\.jpg)$/,
  register: /^register\.csv$/,
  calibrations: /^calibrations\.json$/,
} as const;

export type EntryKind = keyof typeof ENTRY;

/** What a path in an archive is; null for what an archive doesn't have. */
export function entryKind(path: string): EntryKind | null {
  return (Object.keys(ENTRY) as EntryKind[]).find((kind) => ENTRY[kind].test(path)) ?? null;
}

/** The list of an archive's entries, `irradant-archive/1`. */
export const manifestSchema = z.looseObject({
  format: z.literal("irradant-archive/1"),
  /** Of the Irradant that wrote it. */
  version: z.string().max(100),
  madeAt: instantSchema,
  /** SHA-256 of every other entry, hexadecimal, by path. */
  entries: z.record(z.string().max(300), z.string().regex(/^[0-9a-f]{64}$/i, "64 hexadecimal digits")),
});

export type Manifest = z.infer<typeof manifestSchema>;
