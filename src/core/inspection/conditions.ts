import { z } from "zod";
import { mountingSchema, roofSchema } from "../site/siteSchema";

const thereOrNone = z
  .array(z.enum(["none", "there"]))
  .min(1)
  .optional();

/**
 * What decides whether a point belongs to a site. Each key is a facet of the site with the values of which one has to be there; all keys have to
 * hold. What isn't known of a site holds: it is rather asked for than passed over.
 */
export const conditionsSchema = z.strictObject({
  /** How modules are carried. */
  mounting: z.array(mountingSchema).min(1).optional(),
  /** What lies under the array. */
  roof: z.array(roofSchema).min(1).optional(),
  /** Whether water runs off the roof by its slope. */
  slope: z
    .array(z.enum(["flat", "pitched"]))
    .min(1)
    .optional(),
  inverter: z
    .array(z.enum(["string", "micro", "optimizer"]))
    .min(1)
    .optional(),
  /** Where an inverter hangs. */
  location: z
    .array(z.enum(["indoor", "outdoor-shaded", "outdoor-sun"]))
    .min(1)
    .optional(),
  grid: z
    .array(z.enum(["on", "off"]))
    .min(1)
    .optional(),
  battery: thereOrNone,
  exportLimit: thereOrNone,
  /** Whether it freezes in the coldest hours to design for. */
  frost: thereOrNone,
  /** Whether the air is salty. */
  salt: thereOrNone,
  /** How old the plant is, by its commissioning. */
  age: z
    .array(z.enum(["new", "settled", "old"]))
    .min(1)
    .optional(),
  conduit: z
    .array(z.enum(["metal", "plastic", "none"]))
    .min(1)
    .optional(),
  /** Whether there is a roof space under the array that a person can enter. */
  roofSpace: thereOrNone,
  shutdown: thereOrNone,
  surgeProtector: thereOrNone,
  electrode: thereOrNone,
  lightSensor: thereOrNone,
  /** What lies where snow comes down. */
  fallZone: z
    .array(z.enum(["way", "nobody"]))
    .min(1)
    .optional(),
});

export type Conditions = z.infer<typeof conditionsSchema>;
export type Facet = keyof Conditions;

/** What is known of a site: the values that are there, or null where it isn't known. */
export type Facts = { [F in Facet]-?: ReadonlySet<string> | null };

/** Whether a point belongs to what is known of a site. */
export function holds(conditions: Conditions, facts: Facts): boolean {
  return (Object.entries(conditions) as [Facet, readonly string[] | undefined][]).every(([facet, wanted]) => {
    const there = facts[facet];
    return wanted === undefined || there === null || wanted.some((value) => there.has(value));
  });
}
