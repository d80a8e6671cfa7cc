import { z } from "zod";

const on = z.boolean().default(true);

/** The choices behind an expected output. Everything can be switched, and what it changes seen; words and places are in `MODEL_SWITCHES`. */
export const modelOptionsSchema = z.object({
  transposition: z.enum(["perez", "hay-davies", "isotropic"]).default("perez"),
  decomposition: z.enum(["auto", "erbs", "engerer"]).default("auto"),
  /** Wind taken where none was measured, m/s. */
  assumedWindMs: z.number().min(0).max(20).default(1),
  horizonAndObstacles: on,
  shadeByModule: on,
  incidenceLoss: on,
  lowLight: on,
  cellTemperature: on,
  ageing: on,
  mismatch: on,
  wiringDc: on,
  snowAlbedo: on,
  conversion: on,
  startThreshold: on,
  acRating: on,
  heatDerating: on,
  exportLimit: on,
  fullBattery: on,
  wiringAc: on,
  nightUse: on,
});

export type ModelOptions = z.infer<typeof modelOptionsSchema>;
export type ModelKey = keyof ModelOptions;
/**
 * How a lone global irradiance is split: `auto` takes the mean of Erbs's and Engerer's diffuse shares for intervals under
 * three quarters of an hour (where they differ, neither is known to be right) and Erbs over it.
 */
export type DecompositionModel = ModelOptions["decomposition"];

/** Every choice as it is by default. */
export const DEFAULT_MODEL: ModelOptions = modelOptionsSchema.parse({});

/** Choices that a person changes; what is left out stays at the default. Unknown ones are refused. */
export const modelChangeSchema = z
  .strictObject(
    // Without the defaults, which would fill in what was left out.
    Object.fromEntries(Object.entries(modelOptionsSchema.shape).map(([key, schema]) => [key, schema.unwrap()])) as {
      [Key in ModelKey]: ReturnType<(typeof modelOptionsSchema.shape)[Key]["unwrap"]>;
    },
  )
  .partial();

export type ModelChange = z.infer<typeof modelChangeSchema>;
