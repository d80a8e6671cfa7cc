import { type Terms, unitIn, valueFrom } from "../site/terms";
import type { Point } from "./point";

type Measured = NonNullable<Point["measured"]>;

/** Units that people may read in another system. */
const TURNED = ["m", "mm", "°C"] as const;
type Turned = (typeof TURNED)[number];

const isTurned = (unit: string): unit is Turned => (TURNED as readonly string[]).includes(unit);

/** The unit in which a site's people read what a point asks for. */
export function readUnit({ unit }: Measured, terms: Terms): string {
  return isTurned(unit) ? unitIn(terms, unit) : unit;
}

/** What was typed, as it is kept: with the unit that it was read in. Empty where nothing was typed. */
export function keptValue(typed: string, unit: string): string {
  return typed.trim() === "" ? "" : `${typed.trim()} ${unit}`.trim();
}

/** What was typed without its unit, to be typed on. */
export function typedValue(kept: string): string {
  return /^[-−+]?[\d.,]*/.exec(kept)?.[0] ?? "";
}

/**
 * What was read, in the point's own unit.
 * @param kept number and unit, like "16.1 in"
 * @returns the value, or in words why it is none; null where nothing was read
 */
export function readValue(measured: Measured, kept: string): { value: number } | { fault: string } | null {
  if (kept === "") return null;
  const parts = /^([-−+]?\d+(?:[.,]\d+)?)\s*(\S*)$/.exec(kept);
  if (!parts) return { fault: "A number, please" };
  const typed = Number(parts[1].replace(",", ".").replace("−", "-"));
  const value = inOwnUnit(typed, parts[2], measured.unit);
  const { from, to, unit } = measured;
  return value < from || value > to ? { fault: `Can't be: expected ${from} to ${to} ${unit}` } : { value };
}

/** Turns what was read in feet, inches or Fahrenheit back. */
function inOwnUnit(typed: number, readIn: string, own: string): number {
  if (readIn === own || !isTurned(own)) return typed;
  const other: Terms = { earth: "earthing", wire: "mm2", temperature: "F", length: "ft" };
  return readIn === unitIn(other, own) ? valueFrom(other, typed, own) : typed;
}
