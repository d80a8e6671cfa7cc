import { z } from "zod";
import { instantSchema } from "../instant";

const id = z.string().min(1).max(300);
const text = z.string().max(100_000);

/** When and why each as-built was recorded, and since when it has been so: `as-built/versions.json`. */
export const versionsSchema = z.array(
  z.object({
    version: z.int().positive(),
    recordedAt: instantSchema,
    validFrom: z.iso.date().nullable(),
    note: text,
    actorId: id,
  }),
);

/** What was taken in, the undone too: `imports/imports.json`. */
export const importsSchema = z.array(
  z.object({
    id,
    kind: z.enum(["production", "weather"]),
    fileName: text,
    rows: z.int().nonnegative(),
    fromMs: z.int(),
    toMs: z.int(),
    stepMs: z.int().positive(),
    importedAt: instantSchema,
    undoneAt: instantSchema.nullable(),
    actorId: id,
    /** How the file was read and what was put right in it; null where it was one of ours. */
    reading: z.record(z.string(), z.unknown()).nullable(),
  }),
);

/** How each source of files is read: `imports/sources.json`. */
export const sourcesSchema = z.array(
  z.object({ source: text, mapping: z.record(z.string(), z.unknown()), keptAt: instantSchema, actorId: id }),
);

/** What units measure over the model in their healthy weeks, as persons kept it: `calibrations.json`. */
export const calibrationsSchema = z.array(
  z.object({
    ...{ id, scope: id, keptBy: text, note: text, actorId: id },
    factor: z.number().positive(),
    errorPct: z.number().nonnegative(),
    weeks: z.int().nonnegative(),
    fromDay: z.iso.date(),
    toDay: z.iso.date(),
    keptAt: instantSchema,
    withdrawnAt: instantSchema.nullable(),
  }),
);

/**
 * A channel's days, whose values lie one after the other in the file beside it (`series/packed/N.bin`): little-endian floats of 32 bits, or 64 for counters; NaN
 * where a value is missing.
 */
export const packedSchema = z.object({
  kind: z.enum(["production", "weather"]),
  name: z.string().min(1).max(300),
  days: z.array(
    z.object({
      /** Days since 1970-01-01, UTC. */
      day: z.int(),
      stepMs: z.int().positive(),
      phaseMs: z.int().nonnegative(),
      bytes: z.int().positive(),
      /** The import that it came with, and the one that replaced it; null where it stands. */
      importId: id,
      replacedBy: id.nullable(),
    }),
  ),
});

export type PackedFile = z.infer<typeof packedSchema>;
