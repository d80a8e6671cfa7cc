import type { SiteFile } from "./siteSchema";

/** Under this tilt nobody would say which way a plane faces. */
const FLAT_DEG = 5;

/** From this tilt on it hangs on a wall or a rack of its own. */
const UPRIGHT_DEG = 75;

/** A place of a site that something can be said of: its scope as formats write it, and in words. */
export interface Place {
  scope: string;
  words: string;
}

/** The scope of a module: its string and its place in it, like `s2.07`. */
export function moduleScope(stringId: string, place: number): string {
  return `${stringId}.${String(place).padStart(2, "0")}`;
}

/** The places of a site by kind, without its single modules: these are chosen where they lie (`core/plane/layout`). */
export function placesOf(site: SiteFile): { kind: string; places: Place[] }[] {
  const of = (things: readonly { id: string }[], word: string) => things.map(({ id }) => ({ scope: id, words: `${word} ${id}` }));
  return [
    { kind: "Site", places: [{ scope: "site", words: "whole site" }] },
    { kind: "Inverters", places: of(site.inverters, "inverter") },
    { kind: "Planes", places: of(site.planes, "plane") },
    { kind: "Strings", places: of(site.strings, "string") },
  ];
}

/** A scope in words; one that this site doesn't know stays as it is written. */
export function placeWords(site: SiteFile, scope: string): string {
  const known = placesOf(site)
    .flatMap(({ places }) => places)
    .find((place) => place.scope === scope);
  if (known) return known.words;
  if (scope.startsWith("meter.")) return `meter ${scope.slice("meter.".length)}`;
  const module = site.strings.some(({ id, modules }) => {
    const place = scope.startsWith(`${id}.`) ? Number(scope.slice(id.length + 1)) : 0;
    return Number.isInteger(place) && place >= 1 && place <= modules;
  });
  return module ? `module ${scope}` : scope;
}

/** Whether a scope is one of the site's own places; else it is somebody's words, like "east gable". */
export function isPlaceOf(site: SiteFile, scope: string): boolean {
  return placeWords(site, scope) !== scope || scope.startsWith("meter.");
}

/** Compass points as a roof is called by. */
const SIDES = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"] as const;

/** Which side a plane faces, in a word. @param azimuthDeg clockwise from true north */
export function sideWord(azimuthDeg: number): string {
  return SIDES[Math.round(azimuthDeg / 45) % SIDES.length];
}

/** A scope for someone who knows the house but no string's name: "string s2 (10 modules, facing south)". */
export function ownerPlaceWords(site: SiteFile, scope: string): string {
  const words = placeWords(site, scope);
  const pvString = site.strings.find(({ id }) => id === scope || scope.startsWith(`${id}.`));
  const plane = site.planes.find(({ id }) => id === (pvString?.plane ?? scope));
  // A string over several planes faces no one way.
  const facing = plane && !pvString?.segments ? (plane.tiltDeg < FLAT_DEG ? "lying flat" : `facing ${sideWord(plane.azimuthDeg)}`) : "";
  if (pvString && scope === pvString.id) return `${words} (${[`${pvString.modules} modules`, facing].filter(Boolean).join(", ")})`;
  return facing ? `${words} (${facing})` : words;
}

/** What the upper and the lower edge of a plane are called: only a roof has a ridge and eaves, and a flat one neither. */
export function edgesOf({ mounting, tiltDeg }: Pick<SiteFile["planes"][number], "mounting" | "tiltDeg">): { upper: string; lower: string } {
  if (mounting === "ground-rack" || tiltDeg >= UPRIGHT_DEG) return { upper: "upper edge", lower: "lower edge" };
  if (mounting === "ballasted") return { upper: "back", lower: "front" };
  return { upper: "ridge", lower: "eaves" };
}
