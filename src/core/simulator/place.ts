import { modulesInPlane } from "../plane/layout";
import type { PvString, SiteFile } from "../site/siteSchema";
import type { FaultPlace } from "./faults/faultKind";

/** What a scope reaches at a site; null where the site has nothing of that name. */
export function placeOf(site: SiteFile, scope: string): FaultPlace | null {
  const of = (kind: FaultPlace["kind"], strings: readonly PvString[], module: number | null = null): FaultPlace => ({
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
