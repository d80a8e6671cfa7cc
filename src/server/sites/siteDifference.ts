import type { SiteFile } from "@/core/site/siteSchema";

/** One thing in which two descriptions of a site differ, in words. */
export interface Difference {
  /** What it is about: "name", "strings", "planes.south.tiltDeg". */
  what: string;
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
  compareValues("", before, after, found);
  return found.slice(0, MOST_TOLD);
}

function compareValues(path: string, before: unknown, after: unknown, found: Difference[]): void {
  if (found.length >= MOST_TOLD || before === after) return;
  if (isEntries(before) && isEntries(after)) compareEntries(path, before, after, found);
  else if (isObject(before) && isObject(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
      compareValues(path ? `${path}.${key}` : key, before[key], after[key], found);
    }
  } else if (words(before) !== words(after)) found.push({ what: path, before: words(before), after: words(after) });
}

function compareEntries(path: string, before: readonly Entry[], after: readonly Entry[], found: Difference[]): void {
  const old = new Map(before.map((entry) => [entry.id, entry]));
  const now = new Map(after.map((entry) => [entry.id, entry]));
  for (const [id, entry] of old) compareValues(`${path}.${id}`, entry, now.get(id) ?? GONE, found);
  for (const [id, entry] of now) if (!old.has(id)) compareValues(`${path}.${id}`, GONE, entry, found);
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
