import { z } from "zod";

/**
 * What the inputs of sums may be: each names its whole range where it refuses, as the public format asks. All take plain JSON numbers.
 */
interface Range {
  /** Least; not allowed itself where `open`. */
  from?: number;
  to?: number;
  open?: "from" | "to" | "both";
}

/** A number in a range. */
export function amount({ from, to, open }: Range = {}) {
  const openFrom = open === "from" || open === "both";
  const openTo = open === "to" || open === "both";
  const low = from === undefined ? "" : `${openFrom ? "over" : "from"} ${from}`;
  const high = to === undefined ? "" : `${openTo ? "under" : low && !openFrom ? "to" : "up to"} ${to}`;
  const allowed = (value: number) =>
    (from === undefined || (openFrom ? value > from : value >= from)) && (to === undefined || (openTo ? value < to : value <= to));
  return z
    .number()
    .refine(allowed, `a number ${`${low} ${high}`.trim()}`)
    .meta({
      ...(from === undefined ? {} : { [openFrom ? "exclusiveMinimum" : "minimum"]: from }),
      ...(to === undefined ? {} : { [openTo ? "exclusiveMaximum" : "maximum"]: to }),
    });
}

/** What may be left out; null is the same as absent. */
export function usually<Schema extends z.ZodType>(schema: Schema, value: z.output<Schema>) {
  return schema.nullish().transform((given) => given ?? value);
}

/** What may be unknown. */
export function perhaps<Schema extends z.ZodType>(schema: Schema) {
  return schema.nullish().transform((given) => given ?? null);
}

/** Rails, spans and modules are between a hand's width and a hundred metres. */
export const partMm = amount({ from: 100, to: 100_000 });
export const least0 = amount({ from: 0 });
export const over0 = amount({ from: 0, open: "from" });
export const share = amount({ from: 0, to: 1 });
export const percent = amount({ from: 0, to: 100 });
export const sightDeg = amount({ from: -90, to: 90, open: "both" });
/** Nothing is colder. */
export const tempC = amount({ from: -273.15 });
/** Counted in whole ones. */
export const wholeFrom1 = z.number().refine((value) => Number.isInteger(value) && value >= 1, "a whole number from 1");
