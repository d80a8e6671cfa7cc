import { z } from "zod";
import { moduleTypeSchema } from "../site/siteSchema";

const positive = z.number().positive();
const least0 = z.number().min(0);
const tempC = z.number().min(-90).max(120);
const irradianceWm2 = z.number().min(0).max(2000);
const modules = z.int().positive().max(1000);

const reading = <Kind extends string, Shape extends z.ZodRawShape>(kind: Kind, shape: Shape) =>
  z.looseObject({ format: z.literal("irradant-reading/1"), kind: z.literal(kind), ...shape });

/** One field measurement with what is needed to judge it, `irradant-reading/1`. What may be left out takes the usual limit. */
export const readingSchema = z.discriminatedUnion("kind", [
  reading("safe-voltage", {
    measuredV: z.number(),
    limitV: positive.default(30),
    secondsAfter: least0.optional(),
    limitSeconds: positive.default(30),
  }),
  reading("open-circuit-voltage", {
    moduleType: moduleTypeSchema,
    modules,
    measuredV: z.number(),
    cellTempC: tempC,
    irradianceWm2,
    neighboursV: z.array(z.number()).max(1000).optional(),
  }),
  reading("short-circuit-current", {
    moduleType: moduleTypeSchema,
    parallel: z.int().positive().max(1000),
    measuredA: z.number(),
    irradianceWm2,
    cellTempC: tempC,
  }),
  reading("insulation-resistance", {
    systemVocV: positive,
    testVoltageV: positive,
    measuredMohm: least0,
    surgeProtector: z.enum(["none", "out", "in"]),
    surgeProtectorRatedV: positive.optional(),
    moisture: z.enum(["dry", "damp", "wet"]).optional(),
  }),
  reading("earth-fault-position", { modules, vocV: positive, positiveToEarthV: z.number(), negativeToEarthV: z.number() }),
  reading("continuity", { measuredOhm: least0, limitOhm: positive.default(0.5), leadOhm: least0.optional() }),
  reading("hot-cell", { deltaTC: z.number(), irradianceWm2, windMs: least0.optional() }),
  reading("conductor", {
    currentA: least0,
    lengthM: positive,
    csaMm2: positive.optional(),
    awg: z.union([z.number(), z.string().max(10)]).optional(),
    material: z.enum(["copper", "aluminium"]),
    systemV: positive,
    ambientC: tempC,
    roofGapMm: least0.optional(),
    insulationRatedC: positive,
    maxDropPct: positive.default(3),
  }),
  reading("cold-voltage", { moduleType: moduleTypeSchema, modules, minTempC: tempC, inverterMaxV: positive }),
  reading("torque", { measuredNm: least0, specifiedNm: positive, tolerancePct: positive.default(10) }),
]);

export type Reading = z.infer<typeof readingSchema>;
