import { z } from "zod";
import { CAUSE_IDS } from "../../causes/causes";

const seedSchema = z.record(z.string(), z.union([z.string(), z.number(), z.null(), z.array(z.string()), z.array(z.number())]));

/** A cause that goes on, as its engine takes it up again. */
export const carriedSchema = z.object({ cause: z.enum(CAUSE_IDS), scope: z.string(), fromMs: z.number(), seed: seedSchema });

/** What a diagnosis leaves for the days to come, so that they cost a day's work: what stands, and what was fitted of the units. Plain data. */
export const frozenSchema = z.object({
  /** First instant of the data; where the look back of the days to come begins; end of the data. */
  startMs: z.number(),
  windowMs: z.number(),
  untilMs: z.number(),
  /** Scopes of the units, and what each was fitted to give when nothing is wrong. */
  units: z.array(z.string()),
  coefficients: z.array(z.number()),
  /** How the light is to be mended, in this order. */
  light: z.array(carriedSchema),
  causes: z.array(carriedSchema),
  /** Energy of the light in the planes at the nameplate, kWh. */
  referenceKwh: z.number(),
});

export type Frozen = z.infer<typeof frozenSchema>;
export type Carried = z.infer<typeof carriedSchema>;
