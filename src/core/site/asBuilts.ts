import { dayStartMs } from "../series/localDay";
import type { SiteFile } from "./siteSchema";

/** A version of a site's description, and since when it has been so. */
export interface Dated {
  version: number;
  /** First calendar day at the site, "2026-03-14"; null for as long as the site stands. */
  validFrom: string | null;
}

/** A stretch of time, and the version that holds in it. */
export interface Held<T> {
  asBuilt: T;
  /** First instant, and the one after the last; infinite where nothing bounds it. */
  fromMs: number;
  untilMs: number;
}

/**
 * Which version of a site's description holds when. On a day it is the one that began last, and of several that began on one day the one that was recorded
 * last: so a change begins on its day and leaves what was, and a correction takes the place of what it corrects. Before the first day nothing else is known:
 * the first holds there too.
 * @param versions in any order, at least one
 * @param timeZone of the site
 * @returns in time's order; the last is the present one
 */
export function heldVersions<T extends Dated>(versions: readonly T[], timeZone: string): Held<T>[] {
  const inOrder = [...versions].sort((a, b) => compareDays(a.validFrom, b.validFrom) || a.version - b.version);
  const held = inOrder.filter((one, k) => one.validFrom !== inOrder[k + 1]?.validFrom || k === inOrder.length - 1);
  const startMs = held.map(({ validFrom }, k) =>
    k === 0 || validFrom === null ? Number.NEGATIVE_INFINITY : dayStartMs(validFrom, timeZone),
  );
  return held.map((asBuilt, k) => ({ asBuilt, fromMs: startMs[k], untilMs: startMs[k + 1] ?? Number.POSITIVE_INFINITY }));
}

/** The version that holds now and from now on. @param versions at least one */
export function presentVersion<T extends Dated>(versions: readonly T[]): T {
  return versions.reduce((last, one) => ((compareDays(one.validFrom, last.validFrom) || one.version - last.version) > 0 ? one : last));
}

/** "From the beginning" comes first. */
function compareDays(a: string | null, b: string | null): number {
  return (a ?? "") < (b ?? "") ? -1 : (a ?? "") > (b ?? "") ? 1 : 0;
}

/**
 * Everything that was ever built at a site, for what has to know every name: strings, inverters, planes and types of further as-builts beside those of the first.
 * @param sites the one that is asked about first, at least one
 */
export function everBuilt([first, ...others]: readonly SiteFile[]): SiteFile {
  const site = { ...first };
  for (const other of others) {
    for (const key of ["moduleTypes", "planes", "inverters", "strings"] as const) {
      const more = (other[key] as { id: string }[]).filter(({ id }) => !(site[key] as { id: string }[]).some((one) => one.id === id));
      if (more.length > 0) Object.assign(site, { [key]: [...site[key], ...more] });
    }
  }
  return site;
}

/** Whether a place means the same thing in two descriptions of a site: an upgrade may keep a string's name for other modules. */
export function isSameThing(scope: string, before: SiteFile, after: SiteFile): boolean {
  if (scope === "site" || scope.startsWith("meter.")) return true;
  const [mine, other] = [thingOf(scope, before), thingOf(scope, after)];
  return mine !== null && mine === other;
}

/** What a place is, as text; null where there is no such. */
function thingOf(scope: string, site: SiteFile): string | null {
  const plane = site.planes.find(({ id }) => id === scope);
  if (plane) return JSON.stringify([plane.tiltDeg, plane.azimuthDeg, plane.eastM, plane.northM]);
  const inverter = site.inverters.find(({ id }) => id === scope);
  if (inverter) return JSON.stringify(inverter);
  const [stringId] = scope.split(".");
  const pvString = site.strings.find(({ id }) => id === stringId);
  return pvString ? JSON.stringify([pvString, site.moduleTypes.find(({ id }) => id === pvString.moduleType)]) : null;
}
