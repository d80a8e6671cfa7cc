import { z } from "zod";
import { CAUSE_IDS } from "../causes/causes";

/** What a day book holds and how large its rows are. Everything in it stands by the site's own calendar days, one row a day. */
export const dayBookShapeSchema = z.object({
  firstDay: z.string(),
  rows: z.number(),
  /** Slots of a day, from midnight by the site's clock, and their length. */
  columns: z.number(),
  minutesPerColumn: z.number(),
  /** The narrowest things whose power is measured: inverters, or the whole site. */
  units: z.array(z.object({ scope: z.string(), peakW: z.number() })),
  /** Strings and modules whose own energy is told, as scopes; in kWh, or in Ah where only a current is. */
  parts: z.array(z.object({ scope: z.string(), unit: z.enum(["kWh", "Ah"]) })),
  /** Causes that took energy, each at its place. */
  causes: z.array(z.object({ cause: z.enum(CAUSE_IDS), scope: z.string() })),
});

export type DayBookShape = z.infer<typeof dayBookShapeSchema>;

/** A day's weather, in the order in which a row has it. */
export const DAY_WEATHER = ["lightKwhM2", "airC", "rainMm", "snowCm"] as const;
export type DayWeather = (typeof DAY_WEATHER)[number];

/** Of 16 bits: no usable value. Everything under it is a power, as a part of `FULL_SCALE` times the unit's expected peak. */
export const NOT_KNOWN = 65_535;
/** Half as much again as the most that was expected: more is written as that. */
export const FULL_SCALE = 1.5;
const TOP_CODE = NOT_KNOWN - 1;

/** A power as it is written, and back. @param peakW the unit's @returns NaN for what isn't known */
export function codeOf(watts: number, peakW: number): number {
  if (Number.isNaN(watts)) return NOT_KNOWN;
  return Math.min(TOP_CODE, Math.max(0, Math.round((watts / (FULL_SCALE * peakW)) * TOP_CODE)));
}

export function wattsOf(code: number, peakW: number): number {
  return code === NOT_KNOWN ? Number.NaN : (code / TOP_CODE) * FULL_SCALE * peakW;
}

/** Bytes of the powers of a row: two of 16 bits for each slot and unit, what was expected and what was measured. */
export function powerBytes({ columns, units }: Pick<DayBookShape, "columns" | "units">): number {
  return 4 * columns * units.length;
}

/** Bytes of a whole row: the powers, then as floats of 32 bits the day's weather, the energies of its parts, and what each cause took. */
export function rowBytes(shape: Pick<DayBookShape, "columns" | "units" | "parts" | "causes">): number {
  return powerBytes(shape) + 4 * (DAY_WEATHER.length + shape.parts.length + shape.causes.length);
}
