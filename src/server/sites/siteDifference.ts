import type { SiteFile } from "@/core/site/siteSchema";
import { SITE_WORDS } from "@/core/site/siteWords";

/** One thing in which two descriptions of a site differ, in words. */
export interface Difference {
  /** What it is about, in words: "tilt from horizontal, degrees"; empty for a key that the format doesn't know. */
  words: string;
  /** Its key: "name", "planes.south.tiltDeg". */
  key: string;
  before: string;
  after: string;
}

const MOST_TOLD = 30;

/** Lists whose entries are told apart by their ids, not by their place. */
type Entry = { id: string };

/**
 * In what a site file differs from another of the same site, at most some thirty things: a person decides by them whether it
 * is an upgrade or another roof.
 */
export function siteDifferences(before: SiteFile, after: SiteFile): Difference[] {
  const found: Difference[] = [];
  compareValues({ key: "", schemaKey: "" }, before, after, found);
  return found.slice(0, MOST_TOLD);
}

/** A place in the file: its key with the ids that stand there, and as the schema has it. */
interface Place {
  key: string;
  schemaKey: string;
}

function compareValues(at: Place, before: unknown, after: unknown, found: Difference[]): void {
  if (found.length >= MOST_TOLD || before === after) return;
  if (isEntries(before) && isEntries(after)) compareEntries(at, before, after, found);
  else if (isObject(before) && isObject(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
      compareValues(below(at, key, key), before[key], after[key], found);
    }
  } else if (words(before) !== words(after)) {
    found.push({ words: SITE_WORDS[at.schemaKey] ?? "", key: at.key, before: words(before), after: words(after) });
  }
}

function below(at: Place, key: string, schemaKey: string): Place {
  const joined = (path: string, next: string) => (path ? `${path}.${next}` : next);
  return { key: joined(at.key, key), schemaKey: joined(at.schemaKey, schemaKey) };
}

function compareEntries(at: Place, before: readonly Entry[], after: readonly Entry[], found: Difference[]): void {
  const old = new Map(before.map((entry) => [entry.id, entry]));
  const now = new Map(after.map((entry) => [entry.id, entry]));
  const entryAt = (id: string): Place => ({ key: `${at.key}.${id}`, schemaKey: `${at.schemaKey}[]` });
  for (const [id, entry] of old) compareValues(entryAt(id), entry, now.get(id) ?? GONE, found);
  for (const [id, entry] of now) if (!old.has(id)) compareValues(entryAt(id), GONE, entry, found);
}

/** Stands for an entry that the other one lacks. */
const GONE = Symbol("not there");

function words(value: unknown): string {
  if (value === undefined || value === GONE) return "not there";
  if (isObject(value)) return "there";
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 80 ? `${text.slice(0, 77)}...` : text;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function isEntries(value: unknown): value is readonly Entry[] {
  return Array.isArray(value) && value.length > 0 && value.every((entry) => isObject(entry) && typeof entry.id === "string");
}
