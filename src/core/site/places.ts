import type { SiteFile } from "./siteSchema";

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
  const module = site.strings.some(({ id, modules }) => {
    const place = scope.startsWith(`${id}.`) ? Number(scope.slice(id.length + 1)) : 0;
    return Number.isInteger(place) && place >= 1 && place <= modules;
  });
  return module ? `module ${scope}` : scope;
}
