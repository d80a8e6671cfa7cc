import { z } from "zod";
import { frozenSchema } from "@/core/diagnosis/onward/frozen";

/** What an analysis leaves for days to come, and the past that it rests on. */
export const keptFrozenSchema = z.object({
  /** Fingerprint of description and data up to the end of what was analysed. */
  historyKey: z.string(),
  frozen: frozenSchema,
});

export type KeptFrozen = z.infer<typeof keptFrozenSchema>;
