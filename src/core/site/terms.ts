import { z } from "zod";

/** Words and units in which a site's people think. The file itself, its formulas and sources stay in metric units. */
export const termsSchema = z.looseObject({
  /** What the joining of metal to the earth is called. */
  earth: z.enum(["earthing", "grounding"]).default("earthing"),
  /** How a conductor's cross-section is told. */
  wire: z.enum(["mm2", "awg"]).default("mm2"),
  temperature: z.enum(["C", "F"]).default("C"),
  length: z.enum(["m", "ft"]).default("m"),
});

export type Terms = Pick<z.infer<typeof termsSchema>, "earth" | "wire" | "temperature" | "length">;

export const USUAL_TERMS: Terms = { earth: "earthing", wire: "mm2", temperature: "C", length: "m" };

/** The other set that goes together. */
export const GROUNDING_TERMS: Terms = { earth: "grounding", wire: "awg", temperature: "F", length: "ft" };

/** The terms of a site; the usual ones where it tells none. */
export function termsOf(site: { terms?: Partial<Terms> | undefined }): Terms {
  return { ...USUAL_TERMS, ...site.terms };
}

/** Units that a term set tells otherwise. */
export type TermUnit = "m" | "mm" | "cm" | "°C" | "mm²";

/** What one of the other unit is of the usual one, and where its scale begins (NIST SP 811:2008, appendix B). */
const OTHERWISE: Record<Exclude<TermUnit, "mm²">, { unit: string; by: keyof Terms; factor: number; offset: number }> = {
  m: { unit: "ft", by: "length", factor: 0.3048, offset: 0 },
  mm: { unit: "in", by: "length", factor: 25.4, offset: 0 },
  cm: { unit: "in", by: "length", factor: 2.54, offset: 0 },
  "°C": { unit: "°F", by: "temperature", factor: 1 / 1.8, offset: 32 },
};

const isOther = (terms: Terms, by: keyof Terms) => terms[by] !== USUAL_TERMS[by];

/** A unit as a term set tells it. */
export function unitIn(terms: Terms, unit: TermUnit): string {
  if (unit === "mm²") return terms.wire === "awg" ? "AWG" : unit;
  const other = OTHERWISE[unit];
  return isOther(terms, other.by) ? other.unit : unit;
}

/** A quantity in the unit of a term set. @param value in the usual unit; for cross-sections see `awgOf` */
export function valueIn(terms: Terms, value: number, unit: Exclude<TermUnit, "mm²">): number {
  const { by, factor, offset } = OTHERWISE[unit];
  return isOther(terms, by) ? value / factor + offset : value;
}

/** The same back: what was typed in a term set's unit, in the usual one. */
export function valueFrom(terms: Terms, typed: number, unit: Exclude<TermUnit, "mm²">): number {
  const { by, factor, offset } = OTHERWISE[unit];
  return isOther(terms, by) ? (typed - offset) * factor : typed;
}

/** A field's name, whose unit stands in it by itself: "Roof, m up the slope". */
export function labelIn(terms: Terms, label: string, unit: TermUnit): string {
  return label.replace(new RegExp(`(^|[ ,(])${unit}(?=$|[ ,)])`), `$1${unitIn(terms, unit)}`);
}

/** Gauges that array and feed conductors have, thin to thick; those over 1 are written 2/0 and so on. */
export const GAUGES = ["14", "12", "10", "8", "6", "4", "3", "2", "1", "1/0", "2/0", "3/0", "4/0"] as const;
export type Gauge = (typeof GAUGES)[number];

/** Cross-section of a gauge, mm²: d = 0.127 mm · 92^((36 − n)/39), ASTM B258-18. */
export function mm2OfGauge(gauge: Gauge): number {
  const n = gauge.endsWith("/0") ? 1 - Number(gauge[0]) : Number(gauge);
  const diameterMm = 0.127 * 92 ** ((36 - n) / 39);
  return Math.round((Math.PI / 4) * diameterMm ** 2 * 1000) / 1000;
}

/** Of a gauge's cross-section: nearer than that it is the gauge. Neighbouring ones are at least a fifth apart. */
const SAME_GAUGE = 0.02;

/** A cross-section in words of a term set: "6 mm²", "10 AWG", or between two gauges. */
export function crossSectionIn(terms: Terms, mm2: number): string {
  const usual = `${Number(mm2.toPrecision(4))} mm²`;
  if (terms.wire === "mm2") return usual;
  const same = GAUGES.find((gauge) => Math.abs(mm2 / mm2OfGauge(gauge) - 1) < SAME_GAUGE);
  if (same) return `${same} AWG`;
  const thicker = GAUGES.findIndex((gauge) => mm2OfGauge(gauge) > mm2);
  return thicker > 0 ? `${usual} (between ${GAUGES[thicker - 1]} and ${GAUGES[thicker]} AWG)` : usual;
}

const NUMBER = String.raw`(−|-)?(\d+(?:[.,]\d+)?)`;

/**
 * A sentence of ours in a site's words and units. Texts that people typed, formulas and sources are never given to it.
 * Lengths are told where a number stands before " m", temperatures before " °C", cross-sections before " mm²".
 */
export function inTerms(text: string, terms: Terms): string {
  let out = text;
  if (terms.earth === "grounding") {
    out = out.replace(/\b([Ee])arth(ing|ed)?\b/g, (_, first: string, end = "") => `${first === "E" ? "G" : "g"}round${end}`);
  }
  if (terms.wire === "awg") out = out.replace(/(\d+(?:\.\d+)?) mm²/g, (_, mm2: string) => crossSectionIn(terms, Number(mm2)));
  const told = (sign: string | undefined, digits: string, unit: "m" | "°C") => {
    const value = valueIn(terms, Number(digits.replace(",", ".")) * (sign ? -1 : 1), unit);
    return `${value < 0 ? "−" : ""}${Number(Math.abs(value).toPrecision(3))} ${unitIn(terms, unit)}`;
  };
  if (terms.temperature === "F") out = out.replace(new RegExp(`${NUMBER} °C`, "g"), (_, sign, digits) => told(sign, digits, "°C"));
  if (terms.length === "ft") out = out.replace(new RegExp(`${NUMBER} m(?![\\w²/])`, "g"), (_, sign, digits) => told(sign, digits, "m"));
  return out;
}
