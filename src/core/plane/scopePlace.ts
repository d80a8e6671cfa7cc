import type { PvString, SiteFile } from "../site/siteSchema";
import { modulesInPlane } from "./layout";

/** What kind of thing a scope names. */
export type ScopeKind = "site" | "plane" | "inverter" | "string" | "module" | "meter";

/** A scope of the public formats, resolved: which strings and inverters it reaches. */
export interface ScopePlace {
  kind: ScopeKind;
  scope: string;
  /** Strings in it; of a module, its own. */
  strings: ReadonlySet<string>;
  inverters: ReadonlySet<string>;
  /** Place in its string of a module, from 1. */
  module: number | null;
}

/** What a scope reaches at a site; null where the site has nothing of that name. */
export function placeOf(site: SiteFile, scope: string): ScopePlace | null {
  const of = (kind: ScopePlace["kind"], strings: readonly PvString[], module: number | null = null): ScopePlace => ({
    ...{ kind, scope, module },
    strings: new Set(strings.map(({ id }) => id)),
    inverters: new Set(kind === "inverter" ? [scope] : strings.map(({ inverter }) => inverter)),
  });
  if (scope === "site") return { ...of("site", site.strings), inverters: new Set(site.inverters.map(({ id }) => id)) };
  const meter = /^meter\.[A-Za-z0-9_-]+$/.test(scope);
  if (meter) return of("meter", []);
  if (site.inverters.some(({ id }) => id === scope))
    return of(
      "inverter",
      site.strings.filter(({ inverter }) => inverter === scope),
    );
  const pvString = site.strings.find(({ id }) => id === scope);
  if (pvString) return of("string", [pvString]);
  if (site.planes.some(({ id }) => id === scope))
    return of(
      "plane",
      site.strings.filter((one) => modulesInPlane(one, scope) > 0),
    );
  const [owner, place] = scope.split(".");
  const holder = site.strings.find(({ id }) => id === owner);
  const module = Number(place);
  if (!holder || !Number.isInteger(module) || module < 1 || module > holder.modules) return null;
  return of("module", [holder], module);
}

/** Whether a place lies in another, or is the same. A module lies in its string, a string in its inverter and its plane, all in the site. */
export function liesIn(inner: ScopePlace, outer: ScopePlace): boolean {
  if (inner.scope === outer.scope || outer.kind === "site") return true;
  if (inner.kind === "meter" || outer.kind === "meter" || inner.kind === "site" || outer.kind === "module") return false;
  // Inverters and planes cross: neither lies in the other, whatever strings they share.
  if (RANK[inner.kind] >= RANK[outer.kind]) return false;
  return inner.strings.size > 0 && [...inner.strings].every((id) => outer.strings.has(id));
}

const RANK: Record<ScopeKind, number> = { module: 0, string: 1, inverter: 2, plane: 2, meter: 3, site: 3 };

/** Whether what is seen at one place says anything of the other. */
export function areRelated(a: ScopePlace, b: ScopePlace): boolean {
  return liesIn(a, b) || liesIn(b, a);
}
