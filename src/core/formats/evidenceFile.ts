import { z } from "zod";
import { instantSchema } from "./instant";
import { readingSchema } from "./readingFile";

/** More than a person looks at and measures in a month; a file of more is none of a visit. */
const MOST_ENTRIES = 5000;
const name = z.string().min(1).max(200);

/** What was found and measured on site, `irradant-evidence/1`. */
export const evidenceSchema = z.looseObject({
  format: z.literal("irradant-evidence/1"),
  findings: z
    .array(z.looseObject({ point: name, grade: name, scope: name, at: instantSchema }))
    .max(MOST_ENTRIES)
    .default([]),
  readings: z
    .array(z.looseObject({ scope: name, at: instantSchema, reading: readingSchema }))
    .max(MOST_ENTRIES)
    .default([]),
});

export type EvidenceFile = z.infer<typeof evidenceSchema>;
