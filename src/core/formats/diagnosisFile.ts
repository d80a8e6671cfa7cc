import { z } from "zod";
import { CAUSE_IDS } from "../causes/causes";

const instant = z.iso.datetime({ offset: true });

export const diagnosedCauseSchema = z.looseObject({
  cause: z.enum(CAUSE_IDS),
  /** `site`, a plane, an inverter, a string, `meter.<id>` or a module `<string>.<nn>`. */
  scope: z.string(),
  from: instant,
  to: instant.nullable(),
  lossKwh: z.number(),
  /** What mending it alone would have brought back in the period. */
  regainKwh: z.number(),
  confidence: z.number().min(0).max(1),
  evidence: z.array(z.looseObject({ text: z.string(), weight: z.number(), from: z.enum(["data", "finding", "reading"]).default("data") })),
  nextTest: z.string(),
});

/** A diagnosis, `irradant-diagnosis/1`. */
export const diagnosisSchema = z.looseObject({
  format: z.literal("irradant-diagnosis/1"),
  site: z.string(),
  period: z.object({ from: instant, to: instant }),
  energy: z.looseObject({
    expectedKwh: z.number(),
    measuredKwh: z.number(),
    lossKwh: z.number(),
    unexplainedKwh: z.number(),
    /** Part of the unexplained that is the units' own ratio to the model. */
    calibrationKwh: z.number().default(0),
    performanceRatio: z.number().nullable(),
    performanceIndex: z.number().nullable(),
    moneyLost: z.number().nullable(),
    currency: z.string().nullable(),
  }),
  healthy: z.boolean(),
  causes: z.array(diagnosedCauseSchema),
  /** What isn't likelier than not and is still worth a test: outside the sums. */
  suspects: z.array(diagnosedCauseSchema).default([]),
  /** What can't both be true, with the usual reasons. */
  contradictions: z.array(z.looseObject({ scope: z.string(), between: z.array(z.string()), likely: z.array(z.string()) })).default([]),
  /** Where someone can be hurt, why, and what to do at once. */
  danger: z.array(z.looseObject({ scope: z.string(), why: z.string(), do: z.string() })).default([]),
  /** Looks and measurements that separate what is in doubt most for their minutes and hazard, the best first. */
  nextTests: z
    .array(
      z.looseObject({
        test: z.string(),
        act: z.string(),
        scope: z.string(),
        place: z.enum(["ground", "indoors", "live", "roof"]),
        minutes: z.number(),
        separates: z.array(z.enum(CAUSE_IDS)),
        bits: z.number(),
        bitsPerHour: z.number(),
        caution: z.string().nullable(),
        /** The point of the walk at which it is recorded, where it is a look. */
        point: z.string().nullable().default(null),
      }),
    )
    .default([]),
  /** What could be there without these data telling it: less than that of a cause, or any of it where they lack something. */
  couldHide: z
    .array(
      z.looseObject({
        cause: z.enum(CAUSE_IDS),
        scope: z.string(),
        /** Of the energy, or of the reading where it is a reading's; null where none of it would be told. */
        underPct: z.number().nullable(),
        underKwh: z.number().nullable(),
        ofReading: z.boolean(),
        lacks: z.string().nullable(),
        look: z.string(),
      }),
    )
    .default([]),
  /** What was found and measured and speaks for no cause that stands. */
  otherEvidence: z
    .array(z.looseObject({ from: z.enum(["finding", "reading"]), scope: z.string(), at: instant, text: z.string() }))
    .default([]),
});

export type Diagnosis = z.infer<typeof diagnosisSchema>;
export type Contradiction = Diagnosis["contradictions"][number];
export type DangerTold = Diagnosis["danger"][number];
export type CouldHideTold = Diagnosis["couldHide"][number];
export type DiagnosedCause = z.infer<typeof diagnosedCauseSchema>;
