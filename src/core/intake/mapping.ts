import { z } from "zod";

/** How the values of a column add up over time. */
export const FORMS = ["mean", "interval", "counter", "day-counter"] as const;
export type Form = (typeof FORMS)[number];

/** What each form is called. */
export const FORM_WORDS: Record<Form, string> = {
  mean: "mean of the interval",
  interval: "sum in the interval",
  counter: "counter that grows on",
  "day-counter": "counter that begins anew each day",
};

/** What is made of one column. */
export const columnMappingSchema = z.object({
  /** Its heading, with a long table's keys. */
  column: z.string().max(1000),
  /** The site's channel, or null where it is left out. */
  to: z.string().max(200).nullable(),
  /** Name of a unit of `units.ts`; null where it is left out. */
  unit: z.string().max(20).nullable(),
  form: z.enum(FORMS),
  /** Whether the sign is turned: what is fed in is told as negative. */
  negative: z.boolean().default(false),
});
export type ColumnMapping = z.infer<typeof columnMappingSchema>;

/** Repairs that take values away, and that a person can have left as they are. */
export const REVERSIBLE = ["no-value", "impossible"] as const;
export type Reversible = (typeof REVERSIBLE)[number];

/** How a source's tables are read: what is proposed, what a person confirms, and what is remembered. */
export const mappingSchema = z.object({
  format: z.literal("irradant-mapping/1"),
  /** IANA name, "UTC" or "UTC+01:00". */
  zone: z.string().max(100),
  /** Whether a stamp is the beginning of its interval or its end. */
  stamps: z.enum(["start", "end"]),
  dates: z.enum(["dmy", "mdy", "ymd"]),
  columns: z.array(columnMappingSchema).max(4000),
  /** Repairs that aren't made: what they would take away stays. */
  leave: z.array(z.enum(REVERSIBLE)).default([]),
});
export type Mapping = z.infer<typeof mappingSchema>;

/** Something that was put right on the way, or passed over; nothing of it is silent. */
export const repairSchema = z.object({
  kind: z.string(),
  text: z.string(),
  /** How many rows or values. */
  count: z.number(),
  /** Line of the first, where there is one. */
  line: z.number().optional(),
  column: z.string().optional(),
});
export type Repair = z.infer<typeof repairSchema>;
