import { z } from "zod";
import { CAUSE_IDS } from "../causes/causes";
import { dayBookShapeSchema } from "../dayBook/shape";
import { CASCADE_STAGES, type CascadeStage } from "../expected/cascade";

/** What a unit's own healthy weeks say of the model. It is an offer: a person decides whether to keep it. */
export const calibrationOfferSchema = z.object({
  /** Scope of the unit: an inverter, or the site. */
  scope: z.string(),
  /** Measured over expected. */
  factor: z.number(),
  /** Standard error of the factor, %, from the spread of the weeks. */
  errorPct: z.number(),
  weeks: z.number(),
  from: z.string(),
  to: z.string(),
  /** Expected energy of the unit over the period of the data, uncalibrated, kWh. */
  expectedKwh: z.number(),
  /** Why it is not to be kept, or null. */
  refusal: z.string().nullable(),
});

const maybe = z.number().nullable();

/** What screens draw of a diagnosis: days, and what is being lost at present. */
export const overviewSchema = z.object({
  /** One entry a calendar day at the site; null where less than half of its light was measured. */
  days: z.array(z.string()),
  expectedKwh: z.array(maybe),
  measuredKwh: z.array(maybe),
  /** What is lost a day to faults, environment and data, over the last days of the data. */
  recent: z.object({
    ...{ days: z.number(), from: z.string(), to: z.string(), lossKwhPerDay: z.number(), moneyPerDay: maybe },
    /** How well the expected energy of such a day is known, either way; what is lost is known no better. */
    bandKwhPerDay: z.number(),
    moneyBandPerDay: maybe,
    /** Light over a clear sky's, in the last days and as is usual then; null where it isn't known. */
    light: z.object({ share: z.number(), usual: z.number() }).nullable(),
  }),
  /** What each cause took a day over the same last days, and takes in an average month of the year if it is left alone, kWh. */
  pace: z.array(z.object({ cause: z.enum(CAUSE_IDS), scope: z.string(), kwhPerDay: z.number(), kwhPerMonth: z.number() })),
  units: z.array(z.object({ scope: z.string(), measuredBy: z.string(), healthyRatio: z.number() })),
  /** Energy from the sun to the terminals of a healthy array, over the intervals that were measured, kWh. */
  cascade: z.object(Object.fromEntries(CASCADE_STAGES.map((stage) => [stage, z.number()])) as Record<CascadeStage, z.ZodNumber>),
  /** How well the expected energy can be known: of the period, and of a single day. */
  band: z.object({ pct: z.number(), doubts: z.array(z.object({ name: z.string(), pct: z.number(), source: z.string() })) }),
  dayBandPct: z.number(),
  calibrations: z.array(calibrationOfferSchema),
  dayBook: dayBookShapeSchema,
  /** The as-builts that the days were held against, in time's order; empty where one has always held. */
  epochs: z
    .array(
      z.object({
        version: z.number(),
        /** First and last day; null where nothing bounds it. */
        from: z.string().nullable(),
        to: z.string().nullable(),
        /** Why nothing is told of it, or null. */
        refused: z.string().nullable(),
      }),
    )
    .default([]),
});

export type Overview = z.infer<typeof overviewSchema>;
export type CalibrationOffer = z.infer<typeof calibrationOfferSchema>;
