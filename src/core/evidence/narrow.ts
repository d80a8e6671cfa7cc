import { CAUSES } from "../causes/causes";
import type { ScopePlace } from "../plane/scopePlace";
import { liesIn, placeOf } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";
import type { Item } from "./items";
import type { Weighed } from "./weighed";
import { EVIDENCE } from "./weights";

/** What was seen at a place, and what it says of one cause. */
export interface Word {
  item: Item;
  weight: number;
}

/** A cause's scope narrowed by what was seen in it: to what, and which words were about its other parts. */
export interface Narrowing {
  place: ScopePlace;
  /** Words that acquitted the other parts. */
  eliminated: Word[];
}

/**
 * The string or module that has it, where data could only tell a larger place: the one that is shown there, or the only one that isn't acquitted.
 * @param words of this cause at places inside, at a time that counts
 * @returns null where it stays as it is
 */
export function narrowedPlace(site: SiteFile, { cause, place }: Weighed, words: readonly Word[]): Narrowing | null {
  if (!CAUSES[cause].onePart || place.kind === "module" || place.kind === "meter") return null;
  if (place.kind === "string") return moduleIn(site, place, words);
  const parts = [...place.strings].map((id) => {
    const own = words.filter(({ item }) => (item.place.kind === "string" || item.place.kind === "module") && item.place.strings.has(id));
    return { id, own, sum: own.reduce((sum, { weight }) => sum + weight, 0), shown: own.some(({ weight }) => weight >= EVIDENCE.shows) };
  });
  const [first, second] = parts.filter(({ shown, sum }) => shown && sum > 0).sort((a, b) => b.sum - a.sum || (a.id < b.id ? -1 : 1));
  if (first && (!second || first.sum - second.sum >= EVIDENCE.leads)) {
    const string = placeOf(site, first.id) as ScopePlace;
    const eliminated = parts.filter((part) => part !== first && part.sum < 0).flatMap(({ own }) => own);
    return { place: moduleIn(site, string, first.own)?.place ?? string, eliminated };
  }
  if (first) return null;
  const left = parts.filter(({ sum }) => sum > EVIDENCE.acquits);
  if (left.length !== 1 || parts.length < 2) return null;
  return { place: placeOf(site, left[0].id) as ScopePlace, eliminated: parts.filter((part) => part !== left[0]).flatMap(({ own }) => own) };
}

/** The one module of a string that something shows. */
function moduleIn(site: SiteFile, string: ScopePlace, words: readonly Word[]): Narrowing | null {
  const modules = new Map<string, number>();
  for (const { item, weight } of words)
    if (item.place.kind === "module" && liesIn(item.place, string))
      modules.set(item.place.scope, (modules.get(item.place.scope) ?? 0) + weight);
  const [first, second] = [...modules].filter(([, sum]) => sum >= EVIDENCE.shows).sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  if (!first || (second && first[1] - second[1] < EVIDENCE.leads)) return null;
  return { place: placeOf(site, first[0]) as ScopePlace, eliminated: [] };
}

/** Whether every part of a place was acquitted by words about its parts. */
export function allAcquitted({ place }: Weighed, words: readonly Word[]): boolean {
  return (
    place.strings.size > 0 &&
    [...place.strings].every(
      (id) =>
        words
          .filter(({ item }) => item.place.kind === "string" && item.place.strings.has(id))
          .reduce((sum, { weight }) => sum + weight, 0) <= EVIDENCE.acquits,
    )
  );
}
