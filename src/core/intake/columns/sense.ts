import type { SiteFile } from "../../site/siteSchema";
import { type Heading, readHeading, wordsOf } from "./heading";
import type { Dimension, Unit } from "./units";
import { classesOf, PART_WORDS, type PartKind, type WordClass } from "./vocabulary";

/** What a column measures, before it is said of which part. */
export type Quantity =
  | "power"
  | "energy"
  | "voltage"
  | "current"
  | "device-temperature"
  | "charge"
  | "ghi"
  | "dni"
  | "dhi"
  | "in-plane"
  | "light"
  | "air-temperature"
  | "module-temperature"
  | "temperature"
  | "wind"
  | "rain"
  | "snow"
  | "illuminance";

/** A part that a heading names by its kind and number, or by the site's own name for it. */
export interface NamedPart {
  kind: PartKind;
  /** Numbers behind the word, a letter as its place in the alphabet. */
  numbers: number[];
  /** Set where the heading has the site's own name. */
  id?: string;
}

/** What a heading says. */
export interface Sense {
  heading: Heading;
  /** Null where it is nothing that is used, and `why` says what it is. */
  quantity: Quantity | null;
  why: string;
  unit: Unit | null;
  parts: NamedPart[];
  side: "ac" | "dc" | "pv" | null;
  /** What the words say of how values add up. */
  counts: "counter" | "day" | null;
  meter: boolean;
  /** Numbers that belong to no word. */
  loose: number[];
}

type Has = (name: WordClass) => boolean;

/** Reads what a heading says, by its unit, its words and the site's own names. */
export function readSense(name: string, site: SiteFile): Sense {
  const heading = readHeading(name);
  const { parts, rest } = partsIn(heading, site);
  const classes = new Set(rest.flatMap(classesOf));
  const has: Has = (wordClass) => classes.has(wordClass);
  const dimension = heading.unit?.dimension ?? null;
  const told = quantityOf(dimension, has, parts);
  return {
    heading,
    quantity: typeof told === "string" ? told : null,
    why: typeof told === "string" ? "" : told.why,
    unit: heading.unit,
    parts,
    side: has("ac") ? "ac" : has("dc") ? "dc" : has("pv") ? "pv" : null,
    counts: has("daily") ? "day" : has("counter") ? "counter" : null,
    meter: has("meter") || parts.some(({ kind }) => kind === "meter"),
    loose: rest.filter((word) => /^\d{1,3}$/.test(word)).map(Number),
  };
}

/** Parts that a heading names, and the words that are left when their names are taken away. */
function partsIn(heading: Heading, site: SiteFile): { parts: NamedPart[]; rest: string[] } {
  const parts: NamedPart[] = [];
  let rest = [...heading.words];
  for (const { kind, id, words } of siteNames(site)) {
    const at = placeOf(words, rest);
    if (at < 0) continue;
    const behind = rest[at + words.length];
    const place = kind === "string" && behind !== undefined && /^\d{1,3}$/.test(behind) ? [Number(behind)] : [];
    parts.push({ kind, numbers: place, id });
    rest = [...rest.slice(0, at), ...rest.slice(at + words.length + place.length)];
  }
  const left: string[] = [];
  for (let k = 0; k < rest.length; k++) {
    const kind = partKind(rest[k], rest[k + 1], heading);
    const numbers: number[] = [];
    if (kind)
      while (k + 1 < rest.length && placeNumber(rest[k + 1], numbers.length === 0) !== null)
        numbers.push(placeNumber(rest[++k], numbers.length === 0) as number);
    if (kind) parts.push({ kind, numbers });
    // A word that names a part can say what is measured too ("module temperature", "u 1").
    const word = kind && numbers.length > 0 ? rest[k - numbers.length] : rest[k];
    left.push(word);
  }
  return { parts, rest: left };
}

function partKind(word: string, next: string | undefined, { words }: Heading): PartKind | null {
  const numbered = next !== undefined && placeNumber(next, true) !== null;
  for (const [kind, names] of Object.entries(PART_WORDS) as [PartKind, readonly string[]][]) {
    if (!names.includes(word)) continue;
    // A short name is one only with a number behind it.
    if (numbered || (word.length > 3 && !["array", "device", "input", "place"].includes(word) && kind !== "tracker")) {
      if (kind === "tracker" && /^(?:u|i|p)$/.test(word) && words.includes("ac")) return null;
      return kind;
    }
  }
  return null;
}

/** "2", "07", or a letter as its place in the alphabet. */
function placeNumber(word: string, first: boolean): number | null {
  if (/^\d{1,3}$/.test(word)) return Number(word);
  return first && /^[a-h]$/.test(word) ? word.charCodeAt(0) - 96 : null;
}

interface SiteName {
  kind: PartKind;
  id: string;
  words: string[];
}

/** The site's own names, the longest first: "s1" mustn't be found in "s1-east". */
function siteNames(site: SiteFile): SiteName[] {
  const of = (kind: PartKind, entries: readonly { id: string; name?: unknown }[]) =>
    entries.flatMap(({ id, name }) =>
      [id, ...(typeof name === "string" ? [name] : [])].map((text) => ({ kind, id, words: wordsOf(text) })),
    );
  const all = [...of("string", site.strings), ...of("inverter", site.inverters), ...of("plane", site.planes)];
  return all.filter(({ words }) => words.length > 0).sort((a, b) => b.words.join("").length - a.words.join("").length);
}

function placeOf(words: readonly string[], within: readonly string[]): number {
  for (let at = 0; at + words.length <= within.length; at++) if (words.every((word, k) => word === within[at + k])) return at;
  return -1;
}

const none = (why: string) => ({ why });

function quantityOf(dimension: Dimension | null, has: Has, parts: readonly NamedPart[]): Quantity | { why: string } {
  if (dimension === "other") return none("nothing that is compared");
  if (has("least") || has("most") || has("spread")) return none("the least, most or spread within an interval, not its mean");
  return (
    weatherOf(dimension, has) ??
    temperatureOf(dimension, has, parts) ??
    storageOf(dimension, has) ??
    electricalOf(dimension, has) ??
    none("no words or unit that say what it is")
  );
}

function weatherOf(dimension: Dimension | null, has: Has): Quantity | { why: string } | null {
  const electrical = has("power") || has("energy") || has("voltage") || has("current");
  const light = dimension === "irradiance" || dimension === "irradiation";
  if (light || (dimension === null && has("irradiance") && !electrical)) {
    if (has("direct") && !has("inPlane")) return "dni";
    if (has("diffuse")) return "dhi";
    if (has("inPlane") || has("module")) return "in-plane";
    return has("global") ? "ghi" : "light";
  }
  if (dimension === "illuminance" || (dimension === null && has("illuminance"))) return "illuminance";
  if (has("wind")) {
    if (has("direction")) return none("where the wind comes from");
    return has("gust") ? none("gusts") : dimension === null || dimension === "speed" ? "wind" : null;
  }
  if (dimension === "speed") return "wind";
  if (has("snow") && (dimension === null || dimension === "length")) return "snow";
  if (has("rain") && (dimension === null || dimension === "length")) return "rain";
  return has("humidity") && (dimension === null || dimension === "share" || has("temperature")) ? none("how damp the air is") : null;
}

function temperatureOf(dimension: Dimension | null, has: Has, parts: readonly NamedPart[]): Quantity | null {
  const named = dimension === null && has("temperature") && !has("power") && !has("energy");
  if (dimension !== "temperature" && !named) return null;
  if (has("ambient")) return "air-temperature";
  if (has("module")) return "module-temperature";
  if (has("inside") || parts.some(({ kind }) => kind === "inverter")) return "device-temperature";
  return parts.some(({ kind }) => kind === "plane") ? "module-temperature" : "temperature";
}

function storageOf(dimension: Dimension | null, has: Has): Quantity | { why: string } | null {
  if (!has("battery")) return null;
  if (dimension === "share" || (dimension === null && has("charge"))) return "charge";
  return none("what goes in and out of the battery");
}

function electricalOf(dimension: Dimension | null, has: Has): Quantity | { why: string } | null {
  if (dimension === "voltage" || (dimension === null && has("voltage") && !has("power")))
    return has("ac") ? none("a voltage on the AC side") : "voltage";
  if (dimension === "power" || dimension === "energy") {
    if (has("consumed")) return none("what is used or bought, not what the array gives");
    if (has("fedIn")) return none("what was fed in after the house took its share");
    return dimension;
  }
  if (dimension === "current" || (dimension === null && has("current") && !has("energy") && !has("power")))
    return has("ac") ? none("a current on the AC side") : "current";
  if (dimension !== null) return null;
  if (has("other")) return none("nothing that is compared");
  if (has("consumed")) return none("what is used or bought, not what the array gives");
  if (has("fedIn")) return none("what was fed in after the house took its share");
  if (has("power")) return "power";
  return has("energy") || has("counter") || has("daily") || has("meter") ? "energy" : null;
}
