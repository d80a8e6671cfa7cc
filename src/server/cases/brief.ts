import { z } from "zod";

/** What is known before anyone goes there. */
export const briefSchema = z.object({
  complaint: z.string().max(4000).default(""),
  since: z.string().max(400).default(""),
  history: z.string().max(4000).default(""),
  hazards: z.string().max(4000).default(""),
  access: z.string().max(4000).default(""),
});

/** A brief with nothing in it yet. */
export const emptyBrief = () => briefSchema.parse({});

export type Brief = z.infer<typeof briefSchema>;
